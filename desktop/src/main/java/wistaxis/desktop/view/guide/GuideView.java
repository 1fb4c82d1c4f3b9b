package wistaxis.desktop.view.guide;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.event.EventHandler;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.HandsOn;
import wistaxis.core.steps.Judgement;
import wistaxis.core.ticket.Stage;
import wistaxis.core.time.BenchTime;
import wistaxis.core.words.Text;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;

/** One stop of a guide, large: whose hands, what to see, how long, and what came of it. Digits answer. */
public final class GuideView extends TicketPage {
    private static final int MOST_DIGITS = 9;

    /** The pages of set-up on which it matters what comes back. */
    private static final Set<String> WITH_BACKUPS = Set.of("data-cloud", "backup-list", "data-computer", "data-new", "first-restart",
            "cable-wait");

    private final Window shell;
    private final Guided guided;
    private final BackupForm backup;
    private final Label clock = Ui.label("", "big-clock");
    private final Label clockWords = Ui.text("", "");
    private final TextField minutes = Ui.field("guide-minutes", t("desktop.guide.minutes-shown"), 4);
    private final EventHandler<KeyEvent> pressed = this::pressed;
    private final List<Button> answers = new ArrayList<>();
    private @Nullable Guide chosen;

    /** What is led through. */
    public interface Guided {
        GuideRun run();

        /** What to know of the backups at a stop; none where they do not matter. */
        default List<Text> backups(Guide.Page stop) {
            return List.of();
        }
    }

    /** The guide of the step that was taken. */
    public static GuideView ofStep(Window shell, Workbench bench, String number) {
        return new GuideView(shell, bench, number, () -> bench.ticket(number).guide().orElseThrow());
    }

    /** A way of set-up: from the greeting to first use, or the settings afterwards. */
    public static GuideView ofSetUp(Window shell, Workbench bench, String number, String way) {
        return new GuideView(shell, bench, number, new Guided() {
            @Override
            public GuideRun run() {
                return bench.routes().setUp(bench.ticket(number)).stream().filter(r -> r.ways().getFirst().way().equals(way)).findFirst()
                        .orElseThrow();
            }

            @Override
            public List<Text> backups(Guide.Page stop) {
                if (!WITH_BACKUPS.contains(stop.id())) {
                    return List.of();
                }
                List<Text> says = new ArrayList<>(bench.routes().backups(bench.ticket(number)).map(BackupPlan::says).orElse(List.of()));
                says.add(BackupPlan.NEVER_BACK);
                return says;
            }
        });
    }

    private GuideView(Window shell, Workbench bench, String number, Guided guided) {
        super(bench, number);
        this.shell = shell;
        this.guided = guided;
        this.backup = new BackupForm(bench, number);
        clock.setId("guide-clock");
        shell.scene().addEventFilter(KeyEvent.KEY_PRESSED, pressed);
    }

    /** What is guided: as the ledger says, or begun on this page. */
    private GuideRun run() {
        GuideRun run = guided.run();
        Guide picked = chosen;
        return picked == null || run.guide() != null && run.guide().way().equals(picked.way()) ? run
                : GuideRun.of(picked.of(), List.of(new Guide.Note(picked.way(), "", "", bench.now())), 0).orElse(run);
    }

    @Override
    public void refresh() {
        answers.clear();
        GuideRun run = run();
        Guide guide = run.guide();
        root.getChildren().clear();
        if (guide == null || !isSetUp(guide)) {
            root.getChildren().add(Ui.label(guide == null ? t("desktop.guide.which") : guide.title(), "large"));
        }
        if (guide == null) {
            run.ways().forEach(w -> answers.add(big("way-" + w.way(), w.title().toString(), answers.isEmpty(), () -> {
                chosen = w;
                refresh();
            })));
            root.getChildren().add(row());
            return;
        }
        if (!run.then().isEmpty()) {
            root.getChildren().add(Ui.notice(run.failed() ? "" : "calm", run.then()));
        }
        Guide.Page at = run.at();
        if (at == null) {
            over(run);
        } else {
            stop(run, guide, at);
        }
        if (run.ways().size() > 1) {
            FlowPane others = Ui.chips(820);
            run.ways().stream().filter(w -> !w.equals(guide)).forEach(w -> others.getChildren().add(Ui.button("way-" + w.way(),
                    t("desktop.guide.instead", "title", w.title()), "chip", () -> {
                chosen = w;
                refresh();
            })));
            root.getChildren().add(others);
        }
        tick();
    }

    private void stop(GuideRun run, Guide guide, Guide.Page at) {
        String whose = switch (at.hands()) {
            case OWNER -> t("desktop.guide.owner");
            case BENCH -> t("desktop.guide.you");
            default -> t("desktop.guide.nobody");
        };
        Label hands = Ui.label(whose, at.hands() == HandsOn.NOBODY ? "strong tide" : "strong hands");
        hands.setId("guide-hands");
        Label what = Ui.text(at.title(), "big-clock");
        what.setId("guide-stop");
        root.getChildren().addAll(Ui.row(14, Ui.label(t("desktop.guide.page", "n", run.number(), "of", guide.steps().size()), "muted"),
                hands), what,
                Ui.text(t("desktop.guide.see", "see", at.see()), "title"), Ui.row(14, clock, clockWords));
        if (at.limit() != null) {
            root.getChildren().add(Ui.text(t(run.isSpent() ? "desktop.guide.tries-spent" : "desktop.guide.tries", "n", run.counted(),
                    "limit",
                    at.limit()), "strong hands"));
        }
        boolean last = guide.of().equals("backup") && at.answers().stream().anyMatch(Guide.Answer::isDone);
        if (last) {
            root.getChildren().add(backup.node(guide.way().endsWith("cloud") ? "cloud" : "computer"));
        }
        if (Boolean.TRUE.equals(at.minutes())) {
            minutes.setOnAction(_ -> shown(guide, at));
            root.getChildren().add(Ui.row(10, minutes, Ui.button("guide-clock-start", t("desktop.guide.start-clock"), "", () -> shown(guide,
                    at))));
        }
        for (Guide.Answer a : run.answers()) {
            answers.add(big("guide-" + a.id(), a.words().toString(), answers.isEmpty(), () -> answer(guide, at, a, last)));
        }
        root.getChildren().add(row());
        List<Text> backups = guided.backups(at);
        if (!backups.isEmpty()) {
            VBox card = Ui.card(Ui.label(t("desktop.guide.comes-back"), "strong"));
            backups.forEach(w -> card.getChildren().add(Ui.text(w, "")));
            root.getChildren().add(card);
        }
        if (guide.steps().size() > 1) {
            root.getChildren().add(ahead(guide, at));
        }
    }

    private void shown(Guide guide, Guide.Page at) {
        String typed = minutes.getText().strip();
        minutes.clear();
        give(new Command.AnswerGuide(guide.way(), at.id(), typed, null));
    }

    private Button big(String id, String words, boolean first, Runnable then) {
        return Ui.button(id, (answers.size() + 1) + "  " + words, first ? "primary big" : "big", then);
    }

    private FlowPane row() {
        FlowPane row = Ui.flow(10);
        row.getChildren().addAll(answers);
        return row;
    }

    private void answer(Guide guide, Guide.Page at, Guide.Answer said, boolean backedUp) {
        Command.Backup made = backedUp && said.isDone() ? backup.made(guide.way().endsWith("cloud") ? "cloud" : "computer") : null;
        give(new Command.AnswerGuide(guide.way(), at.id(), said.id(), made));
    }

    /** That stands below a head of its own. */
    private static boolean isSetUp(Guide guide) {
        return List.of(Guide.SET_UP, Guide.AFTERWARDS).contains(guide.way());
    }

    private void over(GuideRun run) {
        root.getChildren().add(Ui.text(run.failed() ? t("desktop.guide.did-not-help") : t("desktop.guide.done"), "huge"));
        if (!run.judged().isEmpty()) {
            root.getChildren().add(new SlipCard(run));
        }
        if (run.guide() != null && isSetUp(run.guide()) && run.verdict() == Judgement.FAIL) {
            answers.add(big("guide-route", t("desktop.guide.to-route"), true, () -> shell.showTicket(number, Stage.ROUTE)));
        }
        answers.add(big("guide-on", t("desktop.guide.go-on"), answers.isEmpty(), () -> shell.showTicket(number)));
        root.getChildren().add(row());
    }

    /** All stops, the past ones marked. */
    private static Node ahead(Guide guide, Guide.Page at) {
        VBox list = Ui.column(2);
        int now = guide.steps().indexOf(at);
        for (int i = 0; i < guide.steps().size(); i++) {
            list.getChildren().add(Ui.text((i < now ? "\u2713 " : i == now ? "\u25b6 " : "   ") + guide.steps().get(i).title(), i == now
                    ? "small strong" : "small muted"));
        }
        return list;
    }

    private void pressed(KeyEvent e) {
        String name = e.getCode().getName();
        int digit = e.getCode().isDigitKey() ? name.charAt(name.length() - 1) - '0' : 0;
        if (digit < 1 || digit > Math.min(MOST_DIGITS, answers.size()) || e.isShortcutDown() || e.isAltDown()
                || shell.scene().getFocusOwner() instanceof TextInputControl) {
            return;
        }
        answers.get(digit - 1).fire();
        e.consume();
    }

    @Override
    public void tick() {
        GuideRun run = run();
        Guide.Page at = run.at();
        if (at == null) {
            return;
        }
        Optional<Duration> rings = run.rings().map(r -> BenchTime.between(bench.now(), r));
        clock.setText(rings.isPresent() ? rings.get().isNegative() ? t("desktop.guide.now") : Ui.clock(rings.get()) : minutes(at.low(),
                at.high()));
        clockWords.setText(rings.isPresent() ? rings.get().isNegative() ? t("desktop.guide.rang") : t("desktop.guide.until")
                : t("desktop.guide.minutes", "rest", minutes(run.minutes(true), run.minutes(false))));
    }

    private static String minutes(double low, double high) {
        long least = Math.round(low);
        long most = Math.round(high);
        return least == most ? String.valueOf(least) : least + "\u2013" + most;
    }

    @Override
    public String firstFocus() {
        return answers.isEmpty() ? "" : answers.getFirst().getId();
    }

    @Override
    public String wants() {
        GuideRun run = run();
        return run.guide() == null ? "" : run.guide().way() + " " + (run.at() == null ? "" : run.at().id()) + " " + run.counted();
    }

    @Override
    public String manual() {
        return "guide";
    }

    @Override
    public String next() {
        Guide.Page at = run().at();
        return at == null ? t("desktop.guide.next-go-on") : at.hands() == HandsOn.NOBODY ? t("desktop.guide.next-wait", "title", at.title())
                : t(at.hands() == HandsOn.OWNER ? "desktop.guide.next-owner" : "desktop.guide.next-you", "title", at.title());
    }

    @Override
    public void leave() {
        shell.scene().removeEventFilter(KeyEvent.KEY_PRESSED, pressed);
    }
}
