package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.lot.Lot;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.time.BenchTime;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.buttons.ButtonsView;
import wistaxis.desktop.view.firmware.FirmwareView;
import wistaxis.desktop.view.guide.GuideView;
import wistaxis.desktop.view.handover.HandoverView;
import wistaxis.desktop.view.identify.IdentifyView;
import wistaxis.desktop.view.intake.IntakeView;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.real.ComputerRunView;
import wistaxis.desktop.view.restore.RestoreView;
import wistaxis.desktop.view.route.RouteView;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Change;

/** One ticket: its slip on the left, the way it goes along the top, the stage in the middle. */
public final class TicketView implements View {
    private final Shell shell;
    private final Workbench bench;
    private final String number;
    private final BorderPane root = new BorderPane();
    private final VBox slip = Ui.style(new VBox(), "slip");
    private final FlowPane trail = Ui.style(Ui.flow(0), "trail");
    private final VBox notes = new VBox(6);
    private final View stageView;
    private final Stage shown;
    private final boolean guides;
    private Stage stood;

    public TicketView(Shell shell, Workbench bench, String number, Stage stage) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        this.shown = stage == Stage.CLOSED ? Stage.HANDOVER : stage;
        this.stood = ticket().stage();
        this.guides = shown == Stage.KEYS && ticket().guide().isPresent();
        this.stageView = switch (shown) {
            case INTAKE -> new IntakeView(shell, bench, number);
            case IDENTIFY -> new IdentifyView(shell, bench, number);
            case ROUTE -> new RouteView(shell, bench, number);
            case FIRMWARE -> new FirmwareView(shell, bench, number);
            case KEYS -> guides ? GuideView.ofStep(shell, bench, number) : new ButtonsView(shell, bench, number);
            case RESTORE -> ticket().isObserved() ? new ComputerRunView(shell, bench, number) : new RestoreView(shell, bench, number);
            case HANDOVER, CLOSED -> new HandoverView(shell, bench, number);
        };
        Optional.ofNullable(ticket().identifier()).ifPresent(bench.stock().builds()::ask);
        if (shown != Stage.KEYS || guides) {
            ScrollPane side = Ui.scroll(slip);
            side.setFitToHeight(true);
            side.setPrefWidth(242);
            side.setMinWidth(242);
            root.setLeft(side);
        }
        trail.prefWrapLengthProperty().bind(root.widthProperty().subtract(60));
        FlowPane top = Ui.flow(12, trail); // at the same place on every page of the ticket
        top.setStyle("-fx-padding: 6 24 0 18;");
        if (shown == Stage.KEYS && !guides) {
            top.getChildren().add(Ui.text(number + "  " + ticket().title() + ", " + bench.desk(number).model().name(), "strong"));
        }
        BorderPane middle = new BorderPane(stageView.node());
        middle.setTop(notes);
        root.setTop(top);
        notes.setStyle("-fx-padding: 0 24 0 24;");
        root.setCenter(middle);
    }

    private Ticket ticket() {
        return bench.ticket(number);
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return TicketPage.follows(change, number);
    }

    @Override
    public void refresh() {
        Ticket t = ticket();
        if (bench.routes().unreadables(t).stop()) {
            shell.showTicket(number);
            return;
        }
        if (t.stage() != stood && shown == stood && (guides || followsOn(t.stage()))) {
            shell.showTicket(number);
            return;
        }
        stood = t.stage();
        trail(t);
        slip(t);
        notes(t);
        stageView.refresh();
    }

    /** Intake and firmware wait for a "go on", since more can be said there; the other stages lead on by themselves. */
    private boolean followsOn(Stage next) {
        return shown != Stage.INTAKE && shown != Stage.FIRMWARE && shown != Stage.KEYS && next.compareTo(shown) > 0 && next != Stage.CLOSED;
    }

    /** What whoever opens the ticket has to know first, on each of its pages. */
    private void notes(Ticket t) {
        notes.getChildren().clear();
        if (t.unknownState() != null) {
            notes.getChildren().add(shown == Stage.KEYS
                    ? Ui.text(t("desktop.ticket.unknown-state"), "strong erases")
                    : Ui.notice("stop", t("desktop.ticket.unknown-state-title"), t("desktop.ticket.unknown-state-how", "why",
                    t.unknownState())));
        }
        List<String> unreadable = bench.routes().unreadables(t).notes();
        if (!unreadable.isEmpty()) {
            notes.getChildren().add(Ui.notice("", t("desktop.ticket.not-understood"), String.join("; ", unreadable) + "."));
        }
    }

    private void trail(Ticket t) {
        trail.getChildren().clear();
        for (Stage stage : Stage.values()) {
            if (stage == Stage.CLOSED) {
                continue;
            }
            if (!trail.getChildren().isEmpty()) {
                trail.getChildren().add(Ui.style(new Region(), stage.compareTo(t.stage()) <= 0 ? "rule done" : "rule"));
            }
            String state = stage == t.stage() ? "now" : stage.compareTo(t.stage()) < 0 ? "done" : "ahead";
            Button station = Ui.button("station-" + stage.name().toLowerCase(java.util.Locale.ROOT), stage == Stage.KEYS
                    && t.guide().isPresent() ? t("desktop.ticket.guide") : stage.words().toString(), "station " + state
                    + (stage == shown ? " shown" : ""),
                    () -> shell.showTicket(number, stage));
            station.setDisable(stage.compareTo(Stage.ROUTE) > 0 && t.identifier() == null || stage == Stage.ROUTE && t.fact("trouble")
                    .isEmpty()
                    || stage == Stage.RESTORE && !t.firmwareSettled() || stage == Stage.HANDOVER && t.stage().compareTo(Stage.HANDOVER) < 0
                    && t.attempt().filter(a -> a.said() != null).isEmpty());
            trail.getChildren().add(station);
        }
        TicketEvent.LotJoined lot = t.lot();
        if (lot != null) {
            trail.getChildren().add(Ui.button("to-lot", t("desktop.ticket.lot", "lot", lot.lot()), "quiet", () -> shell.showLot(lot
                    .lot())));
        } else if (t.closed() == null && t.fact("trouble").isPresent() && t.stage().compareTo(Stage.ROUTE) <= 0) {
            trail.getChildren().add(Ui.button("make-lot", t("desktop.ticket.make-lot"), "quiet", () -> bench.lots().make(number, t.title())
                    .thenAccept(r -> r.then(made -> shell.showLot(Lot.id(number))))));
        }
        trail.getChildren().add(Ui.button("timeline", t("desktop.ticket.timeline"), "quiet", () -> shell.showTimeline(number)));
        trail.getChildren().add(Ui.button("documents", t("desktop.ticket.documents"), "quiet", () -> shell.showDocuments(number)));
    }

    private void slip(Ticket t) {
        slip.getChildren().setAll(
                Ui.label(t.number(), "code muted"),
                Ui.text(t.title(), "title"),
                Ui.text(bench.model(t).map(DeviceModel::name).orElse(t.fact("deviceWords").orElse(t("desktop.ticket.no-device"))),
                "strong"));
        bench.model(t).ifPresent(m -> slip.getChildren()
                .add(Ui.text(m.identifier() + "  " + m.plug() + "\n" + m.family().words(), "code small")));
        if (t.simulated()) {
            slip.getChildren().add(Ui.label(t.isObserved() ? t("desktop.ticket.practice-real") : t("desktop.ticket.simulated"),
                    "tag simulated"));
        }
        where(t);
        Optional<Duration> left = Intake.promised(t).map(p -> BenchTime.between(bench.now(), p));
        slip.getChildren().add(Ui.column(0, Ui.label(t("desktop.ticket.promised"), "small muted"), left.isEmpty()
                ? Ui.label(t("desktop.ticket.not-said"), "tag missing")
                : Ui.label(left.get().isNegative() ? t("desktop.ticket.ago", "time", Ui.coarse(left.get())) : t("desktop.ticket.in",
                "time", Ui.coarse(left.get())),
                left.get().isNegative() ? "strong erases" : "strong")));
        bench.plans().late(t).ifPresent(l -> slip.getChildren().add(Ui.text(t("desktop.ticket.will-be-late", "time", Ui.coarse(l)),
                "small erases")));
        bench.plans().late(t).flatMap(_ -> bench.plans().promised(t)).ifPresent(p -> slip.getChildren()
                .add(Ui.text(t("desktop.ticket.holds",
                "at", Ui.date("EEE HH:mm", p.likely())), "small")));
        fact(t, "trouble", t("desktop.ticket.problem"));
        fact(t, "ownership", t("desktop.ticket.ownership"));
        fact(t, "backup", t("desktop.ticket.backup"));
        fact(t, "liquid", t("desktop.ticket.liquid"));
        fact(t, "battery", t("desktop.ticket.battery"));
        slip.getChildren().add(Ui.column(0, Ui.label(t("desktop.ticket.consent"), "small muted"),
                t.consent() == null ? Ui.label(t("desktop.ticket.not-asked"), "tag missing")
                : Ui.text(t.consentGiven() ? t("desktop.ticket.given-by", "who", t.consent().who()) : t("desktop.ticket.not-given"),
                "strong")));
    }

    /** At which of several benches it is worked on, and by whom; taken over by one press. */
    private void where(Ticket t) {
        String there = t.place().bench();
        String here = bench.tickets().bench();
        if (there == null || here == null) {
            return;
        }
        slip.getChildren().add(Ui.column(0, Ui.label(t("desktop.ticket.where"), "small muted"), Ui.text(t.by() == null ? there
                : t("desktop.ticket.where-who", "bench", there, "who", t.by()), there.equals(here) ? "strong" : "strong hands")));
        if (!there.equals(here) && t.closed() == null) {
            slip.getChildren().add(Ui.button("take-over", t("desktop.ticket.take-over"), "", () -> bench.commands().give(number,
                    new Command.TakeOver())));
        }
    }

    private void fact(Ticket t, String name, String words) {
        slip.getChildren().add(Ui.column(0, Ui.label(words, "small muted"),
                t.fact(name).<javafx.scene.Node>map(v -> Ui.text(bench.routes().intake().words(name, v), "strong"))
                .orElse(Ui.label(t("desktop.ticket.not-said"), "tag missing"))));
    }

    @Override
    public void tick() {
        stageView.tick();
    }

    @Override
    public String firstFocus() {
        return stageView.firstFocus();
    }

    @Override
    public String wants() {
        return shown + " " + stageView.wants();
    }

    @Override
    public String number() {
        return number;
    }

    @Override
    public String manual() {
        return stageView.manual();
    }

    @Override
    public String next() {
        return stageView.next();
    }

    @Override
    public void leave() {
        stageView.leave();
    }
}
