package wistaxis.desktop.view.walk;

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
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.steps.Hands;
import wistaxis.core.steps.Judgement;
import wistaxis.core.steps.Walk;
import wistaxis.core.steps.WalkRun;
import wistaxis.core.ticket.Stage;
import wistaxis.core.time.BenchTime;
import wistaxis.core.words.Text;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;

/** One stop of a walk, large: whose hands, what to see, how long, and what came of it. Digits answer. */
public final class WalkView extends TicketPage {
    private static final int MOST_DIGITS = 9;

    /** The pages of set-up on which it matters what comes back. */
    private static final Set<String> WITH_BACKUPS = Set.of("data-cloud", "data-computer", "data-new", "first-restart", "cable-wait");

    private final Window shell;
    private final Walked walked;
    private final BackupForm backup;
    private final Label clock = Ui.label("", "big-clock");
    private final Label clockWords = Ui.text("", "");
    private final EventHandler<KeyEvent> pressed = this::pressed;
    private final List<Button> answers = new ArrayList<>();
    private @Nullable Walk chosen;

    /** What is led through. */
    public interface Walked {
        WalkRun run();

        /** What to know of the backups at a stop; none where they do not matter. */
        default List<Text> backups(Walk.Stop stop) {
            return List.of();
        }
    }

    /** The walk of the step that was taken. */
    public static WalkView ofStep(Window shell, Workbench bench, String number) {
        return new WalkView(shell, bench, number, () -> bench.ticket(number).walk().orElseThrow());
    }

    /** From the greeting to first use. */
    public static WalkView ofSetUp(Window shell, Workbench bench, String number) {
        return new WalkView(shell, bench, number, new Walked() {
            @Override
            public WalkRun run() {
                return bench.routes().setUp(bench.ticket(number)).orElseThrow();
            }

            @Override
            public List<Text> backups(Walk.Stop stop) {
                if (!WITH_BACKUPS.contains(stop.id())) {
                    return List.of();
                }
                List<Text> says = new ArrayList<>(bench.routes().backups(bench.ticket(number)).map(BackupPlan::says).orElse(List.of()));
                says.add(BackupPlan.NEVER_BACK);
                return says;
            }
        });
    }

    private WalkView(Window shell, Workbench bench, String number, Walked walked) {
        super(bench, number);
        this.shell = shell;
        this.walked = walked;
        this.backup = new BackupForm(bench, number);
        clock.setId("walk-clock");
        shell.scene().addEventFilter(KeyEvent.KEY_PRESSED, pressed);
    }

    /** What is walked: as the ledger says, or begun on this page. */
    private WalkRun run() {
        WalkRun run = walked.run();
        Walk picked = chosen;
        return picked == null || run.walk() != null && run.walk().way().equals(picked.way()) ? run
                : WalkRun.of(picked.of(), List.of(new Walk.Note(picked.way(), "", "", bench.now())), 0).orElse(run);
    }

    @Override
    public void refresh() {
        answers.clear();
        WalkRun run = run();
        Walk walk = run.walk();
        root.getChildren().clear();
        if (walk == null || !isSetUp(walk)) {
            root.getChildren().add(Ui.label(walk == null ? t("desktop.guide.which") : walk.title(), "large"));
        }
        if (walk == null) {
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
        Walk.Stop at = run.at();
        if (at == null) {
            over(run);
        } else {
            stop(run, walk, at);
        }
        if (run.ways().size() > 1) {
            FlowPane others = Ui.chips(820);
            run.ways().stream().filter(w -> !w.equals(walk)).forEach(w -> others.getChildren().add(Ui.button("way-" + w.way(),
                    t("desktop.guide.instead", "title", w.title()), "chip", () -> {
                chosen = w;
                refresh();
            })));
            root.getChildren().add(others);
        }
        tick();
    }

    private void stop(WalkRun run, Walk walk, Walk.Stop at) {
        String whose = switch (at.hands()) {
            case OWNER -> t("desktop.guide.owner");
            case BENCH -> t("desktop.guide.you");
            default -> t("desktop.guide.nobody");
        };
        Label hands = Ui.label(whose, at.hands() == Hands.NOBODY ? "strong tide" : "strong hands");
        hands.setId("walk-hands");
        Label what = Ui.text(at.title(), "big-clock");
        what.setId("walk-stop");
        root.getChildren().addAll(Ui.row(14, Ui.label(t("desktop.guide.page", "n", run.number(), "of", walk.steps().size()), "muted"),
                hands), what,
                Ui.text(t("desktop.guide.see", "see", at.see()), "title"), Ui.row(14, clock, clockWords));
        if (at.limit() != null) {
            root.getChildren().add(Ui.text(t(run.isSpent() ? "desktop.guide.tries-spent" : "desktop.guide.tries", "n", run.counted(),
                    "limit",
                    at.limit()), "strong hands"));
        }
        boolean last = walk.of().equals("backup") && at.answers().stream().anyMatch(Walk.Answer::isDone);
        if (last) {
            root.getChildren().add(backup.node(walk.way().endsWith("cloud") ? "cloud" : "computer"));
        }
        for (Walk.Answer a : run.answers()) {
            answers.add(big("walk-" + a.id(), a.words().toString(), answers.isEmpty(), () -> answer(walk, at, a, last)));
        }
        root.getChildren().add(row());
        List<Text> backups = walked.backups(at);
        if (!backups.isEmpty()) {
            VBox card = Ui.card(Ui.label(t("desktop.guide.comes-back"), "strong"));
            backups.forEach(w -> card.getChildren().add(Ui.text(w, "")));
            root.getChildren().add(card);
        }
        root.getChildren().add(ahead(walk, at));
    }

    private Button big(String id, String words, boolean first, Runnable then) {
        return Ui.button(id, (answers.size() + 1) + "  " + words, first ? "primary big" : "big", then);
    }

    private FlowPane row() {
        FlowPane row = Ui.flow(10);
        row.getChildren().addAll(answers);
        return row;
    }

    private void answer(Walk walk, Walk.Stop at, Walk.Answer said, boolean backedUp) {
        Command.Backup made = backedUp && said.isDone() ? backup.made(walk.way().endsWith("cloud") ? "cloud" : "computer") : null;
        give(new Command.AnswerGuide(walk.way(), at.id(), said.id(), made));
    }

    /** That stands below a head of its own. */
    private static boolean isSetUp(Walk walk) {
        return walk.way().equals(Walk.SET_UP);
    }

    private void over(WalkRun run) {
        root.getChildren().add(Ui.text(run.failed() ? t("desktop.guide.did-not-help") : t("desktop.guide.done"), "huge"));
        if (!run.judged().isEmpty()) {
            root.getChildren().add(new SlipCard(run));
        }
        if (run.walk() != null && isSetUp(run.walk()) && run.verdict() == Judgement.FAIL) {
            answers.add(big("walk-route", t("desktop.guide.to-route"), true, () -> shell.showTicket(number, Stage.ROUTE)));
        }
        answers.add(big("walk-on", t("desktop.guide.go-on"), answers.isEmpty(), () -> shell.showTicket(number)));
        root.getChildren().add(row());
    }

    /** All stops, the past ones marked. */
    private static Node ahead(Walk walk, Walk.Stop at) {
        VBox list = Ui.column(2);
        int now = walk.steps().indexOf(at);
        for (int i = 0; i < walk.steps().size(); i++) {
            list.getChildren().add(Ui.text((i < now ? "\u2713 " : i == now ? "\u25b6 " : "   ") + walk.steps().get(i).title(), i == now
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
        WalkRun run = run();
        Walk.Stop at = run.at();
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
        return least == most ? String.valueOf(least) : least + "-" + most;
    }

    @Override
    public String firstFocus() {
        return answers.isEmpty() ? "" : answers.getFirst().getId();
    }

    @Override
    public String wants() {
        WalkRun run = run();
        return run.walk() == null ? "" : run.walk().way() + " " + (run.at() == null ? "" : run.at().id()) + " " + run.counted();
    }

    @Override
    public String manual() {
        return "guide";
    }

    @Override
    public String next() {
        Walk.Stop at = run().at();
        return at == null ? t("desktop.guide.next-go-on") : at.hands() == Hands.NOBODY ? t("desktop.guide.next-wait", "title", at.title())
                : t(at.hands() == Hands.OWNER ? "desktop.guide.next-owner" : "desktop.guide.next-you", "title", at.title());
    }

    @Override
    public void leave() {
        shell.scene().removeEventFilter(KeyEvent.KEY_PRESSED, pressed);
    }
}
