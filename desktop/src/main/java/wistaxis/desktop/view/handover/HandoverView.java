package wistaxis.desktop.view.handover;

import static wistaxis.core.words.Say.t;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.route.Intake;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.Judgement;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.core.work.GuideAnswers;
import wistaxis.core.work.Rules;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.guide.GuideView;
import wistaxis.desktop.view.guide.SlipCard;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;

/** Handing the device over: the checks, the account lock asked for, advice to the customer, and closing the ticket. */
public final class HandoverView extends TicketPage {
    private final Window shell;
    private @Nullable GuideView setUp;
    private String led = "";

    public HandoverView(Window shell, Workbench bench, String number) {
        super(bench, number);
        this.shell = shell;
    }

    /** A way of set-up, page by page, on this page. */
    private Node setUp(Ticket t, GuideRun run, boolean isLed) {
        String way = run.ways().getFirst().way();
        boolean settings = way.equals(Guide.AFTERWARDS);
        String left = run.over() ? t(settings ? "desktop.setup.settings-done" : "desktop.setup.done") : t(settings
                ? "desktop.setup.settings-left" : "desktop.setup.left", "n", run.left().size(), "low", Math.round(run.minutes(true)),
                "high", Math.round(run.minutes(false)));
        FlowPane row = Ui.flow(8, Ui.text(left, "strong"));
        if (t.closed() == null) {
            row.getChildren().add(Ui.button(way + "-go", isLed ? t("desktop.setup.to-checks") : run.over() ? t("desktop.setup.look")
                    : t(settings ? "desktop.setup.lead-settings" : "desktop.setup.lead"),
                    isLed || run.over() || settings ? "" : "primary", () -> toggle(way)));
        }
        if (!settings) {
            row.getChildren().add(Ui.button("set-up-home", t("desktop.setup.print"), "", () -> shell.showDocuments(number)));
        }
        return row;
    }

    private void toggle(String way) {
        GuideView now = setUp;
        setUp = now == null ? GuideView.ofSetUp(shell, bench, number, way) : null;
        led = setUp == null ? "" : way;
        if (now != null) {
            now.leave();
        }
        refresh();
    }

    private static List<HandoverFacts.Check> checks(Workbench bench, Ticket t) {
        return bench.handover().after(t);
    }

    @Override
    public void refresh() {
        Ticket t = ticket();
        VBox list = new VBox(8);
        checks(bench, t).forEach(c -> list.getChildren().add(check(t, c)));
        VBox advice = Ui.card(Ui.label(t("desktop.handover.customer"), "strong"));
        bench.routes().advice(t).forEach(a -> advice.getChildren().add(Ui.text("\u2013 " + a, "small")));
        list.getChildren().add(advice);
        root.getChildren().clear();
        if (setUp == null) {
            root.getChildren().add(Ui.label(title(t), "large"));
        }
        List<GuideRun> pages = bench.routes().setUp(t);
        pages.stream().filter(r -> setUp == null || r.ways().getFirst().way().equals(led))
                .forEach(r -> root.getChildren().add(setUp(t, r, setUp != null)));
        if (setUp != null && !pages.isEmpty()) {
            setUp.refresh();
            root.getChildren().add(Ui.scroll(setUp.node()));
            return;
        }
        pages.stream().flatMap(r -> r.judged().stream()).filter(j -> j.verdict() == Judgement.FAIL).forEach(j -> list.getChildren()
                .addFirst(failed(t, j)));
        GuideAnswers.buyingCheck(t).ifPresent(w -> list.getChildren().addFirst(new SlipCard(w)));
        if (t.is(Step::isHardware) && t.closed() == null) {
            list.getChildren().addFirst(Ui.notice("", t("desktop.handover.goes-with"), bench.routes().rules(t).tried() + "."));
        }
        if (t.closed() == null && t.is(Step::isButtonsAlone)) {
            root.getChildren().add(Ui.row(8, coach(shell, number)));
        }
        root.getChildren().addAll(Ui.scroll(list), foot(t));
    }

    /** What does not work is not handed over as if it did: it leads on. */
    private Node failed(Ticket t, GuideRun.Judged judged) {
        VBox box = Ui.notice("stop", judged.title() + ": " + judged.words() + ".", judged.then() == null ? "" : judged.then());
        if (t.closed() == null) {
            box.getChildren().add(Ui.button("failed-to-route", t("desktop.handover.to-route"), "", () -> shell.showTicket(number,
                    Stage.ROUTE)));
        }
        return box;
    }

    public static Button coach(Window shell, String number) {
        return Ui.button("coach-keys", t("desktop.handover.buttons"), "primary", () -> shell.showTicket(number, Stage.KEYS));
    }

    private static String title(Ticket t) {
        return t.closed() != null ? t("desktop.handover.closed", "how", t.closed()) : t.restored() != null ? t(t.keepsData()
                ? "desktop.handover.title-updated" : "desktop.handover.title-restored", "version", t.restored())
                : t("desktop.handover.title");
    }

    private Node check(Ticket t, HandoverFacts.Check c) {
        FlowPane chips = Ui.chips(540);
        Optional<String> said = Optional.ofNullable(t.checks().get(c.id()));
        List<String> answers = HandoverFacts.answers(c, t);
        for (int i = 0; i < answers.size(); i++) {
            String answer = answers.get(i);
            Button chip = Ui.button(c.id() + "-" + i, EventWords.checked(answer), said.equals(Optional.of(answer)) ? "chip chosen"
                    : "chip",
                    () -> answer(t, c.id(), answer));
            chip.setDisable(t.closed() != null);
            chips.getChildren().add(chip);
        }
        return Ui.asked(360, chips, said.isPresent() ? c.isBad(said.get()) ? t("desktop.handover.again") : ""
                : judged(t, c).map(on -> t("desktop.handover.judged-on", "on", on)).orElse(t("desktop.handover.open-tag")),
                Ui.text(HandoverFacts.says(c, t), "strong"));
    }

    private static Optional<LocalDate> judged(Ticket t, HandoverFacts.Check c) {
        return Intake.judgedOn(t).filter(_ -> c.id().equals(HandoverFacts.STEP_HELPED));
    }

    private void answer(Ticket t, String check, String answer) {
        give(new Command.Answer(check, answer));
    }

    private Node foot(Ticket t) {
        if (t.closed() != null) {
            return Ui.row(12, Ui.label(t("desktop.handover.nothing"), "muted"),
                    Ui.button("to-bench", t("desktop.handover.to-bench"), "primary", shell::showBench));
        }
        Rules rules = bench.routes().rules(t);
        if (t.stage() == Stage.ROUTE) {
            return Ui.row(12, Ui.button("back-to-route", rules.isForHardware() ? t("desktop.handover.to-route")
                    : t("desktop.handover.next-step"), "primary",
                    () -> shell.showTicket(number, Stage.ROUTE)));
        }
        Button close = Ui.button("close-ticket", rules.isForHardware() ? t("desktop.handover.close-hardware")
                : t("desktop.handover.close"), "primary",
                () -> give(new Command.Close()));
        close.setDisable(rules.mayClose().isPresent());
        return Ui.row(12, close, Ui.text(rules.open().isEmpty() ? rules.mayClose().orElse(t("desktop.handover.all-asked"))
                : t("desktop.handover.open", "n", rules.open().size()), "muted"));
    }

    @Override
    public void tick() {
        if (setUp != null) {
            setUp.tick();
        }
    }

    @Override
    public void leave() {
        if (setUp != null) {
            setUp.leave();
        }
    }

    @Override
    public String firstFocus() {
        return setUp == null ? "" : setUp.firstFocus();
    }

    @Override
    public String wants() {
        return setUp == null ? "checks" : setUp.wants();
    }

    @Override
    public String manual() {
        return "handover";
    }

    @Override
    public String next() {
        if (setUp != null) {
            return setUp.next();
        }
        return bench.routes().rules(ticket()).next().line();
    }
}
