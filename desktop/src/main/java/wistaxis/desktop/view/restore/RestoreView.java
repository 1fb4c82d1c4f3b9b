package wistaxis.desktop.view.restore;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.util.OptionalLong;
import java.util.Set;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.restore.RestoreRun;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.steps.HandsOn;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.device.PhoneDrawing;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.desk.RestoreDesk;
import wistaxis.workbench.desk.TicketDesk;
import wistaxis.workbench.life.Change;

/** The staged run: time left, the recovery timeout, the stages, and whether the cable may be touched. */
public final class RestoreView implements View {
    private final Window shell;
    private final Workbench bench;
    private final String number;
    private final TicketDesk desk;
    private final BeforeRun before;
    private final RestoreDesk restore;
    private final BorderPane root = new BorderPane();
    private final Label left = Ui.label("", "counter");
    private final Label leftWords = Ui.text("", "title");
    private final Label window = Ui.label("", "big-clock hands");
    private final Label windowWords = Ui.text("", "");
    private final ProgressBar bar = new ProgressBar(0);
    private final VBox notices = new VBox(8);
    private final VBox stages = new VBox(0);
    private final FlowPane buttons = Ui.flow(8);
    private final PhoneDrawing phone;

    public RestoreView(Window shell, Workbench bench, String number) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        this.desk = bench.desk(number);
        this.before = new BeforeRun(shell, bench, number);
        this.restore = desk.restore();
        this.phone = new PhoneDrawing(desk.model(), 330, new PhoneDrawing.Presses(_ -> { }, _ -> { }, desk.buttons()
                .coaching()::toggleCable))
                .inert();
        left.setId("restore-left");
        left.setMinWidth(Region.USE_PREF_SIZE);
        window.setId("mode-window");
        window.setMinWidth(Region.USE_PREF_SIZE);
        bar.setMaxWidth(Double.MAX_VALUE);
        VBox middle = Ui.style(new VBox(Ui.row(18, left, leftWords), bar, notices, buttons, stages), "page");
        VBox side = new VBox(10, phone, Ui.row(10, window, windowWords));
        side.setStyle("-fx-padding: 18 18 10 0;");
        root.setCenter(new Columns(middle, 380, side, 310));
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
        Ticket t = bench.ticket(number);
        notices.getChildren().clear();
        buttons.getChildren().clear();
        if (restore.running()) {
            running(restore.run().orElseThrow());
        } else {
            atRest(t);
        }
        stages();
        tick();
    }

    private void running(RestoreRun run) {
        if (run.state() instanceof RestoreRun.State.Waiting(String why)) {
            notices.getChildren().add(Ui.notice("", t("desktop.restore.waits"), why));
            buttons.getChildren().add(Ui.button("back-to-keys", t("desktop.before.to-buttons"), "primary", () -> shell.showTicket(number,
                    Stage.KEYS)));
        } else if (run.current().leaveCable()) {
            notices.getChildren().add(Ui.notice("stop", t("desktop.run.leave"),
                    t("desktop.restore.writes")));
        } else {
            notices.getChildren().add(Ui.notice("calm", t("desktop.restore.alone"),
                    t("desktop.restore.stay")));
        }
        if (restore.mayStop()) {
            buttons.getChildren().add(Ui.button("restore-stop", t("desktop.restore.stop"), "", restore::stop));
        }
    }

    private void atRest(Ticket t) {
        restore.run().filter(r -> r.state() instanceof RestoreRun.State.Failed)
                .ifPresent(r -> notices.getChildren().add(Ui.notice("stop", t("desktop.restore.stopped"),
                ((RestoreRun.State.Failed) r.state())
                .why(),
                        t("desktop.restore.stopped-how"))));
        if (t.restored() != null) {
            notices.getChildren().add(Ui.notice("calm", t(t.keepsData() ? "desktop.run.updated" : "desktop.run.restored", "version",
                    t.restored()),
                    t.keepsData() ? t("desktop.restore.data-later")
                    : t("desktop.restore.greeting")));
            return;
        }
        before.say(notices, buttons);
        Button start = Ui.button("restore-start", t.keepsData() ? t("desktop.restore.start-update")
                : t("desktop.restore.start"), t.keepsData() ? "primary" : "danger", restore::start);
        start.setDisable(restore.mayNot().isPresent());
        buttons.getChildren().add(start);
    }

    private void stages() {
        stages.getChildren().clear();
        int at = restore.run().map(RestoreRun::stage).orElse(-1);
        boolean done = bench.ticket(number).restored() != null;
        for (int i = 0; i < RestoreStage.shipped().size(); i++) {
            RestoreStage s = RestoreStage.shipped().get(i);
            boolean past = done || i < at;
            Label title = Ui.text(s.title(), i == at && !done ? "strong" : past ? "" : "muted");
            title.setStyle("-fx-pref-width: 14em;");
            Label who = Ui.label(t(s.by() == RestoreStage.By.HOST ? "desktop.stage.computer" : "desktop.stage.device"), "small muted");
            Ui.wide(who, 7);
            Label state = Ui.label(past ? t("desktop.stage.done") : i == at ? t("desktop.stage.now") : "", past ? "small muted"
                    : "small strong");
            stages.getChildren().add(Ui.style(Ui.row(12, Ui.wide(state, 4.5), title, who, Ui.label(t("desktop.restore.about", "time",
                    Ui.clock(Duration.ofSeconds(Math.round(s.seconds())))), "small muted")),
                    i == at && !done ? "stage-row now" : "stage-row"));
        }
    }

    @Override
    public void tick() {
        double fraction = restore.run().map(RestoreRun::fraction).orElse(bench.ticket(number).restored() != null ? 1.0 : 0.0);
        bar.setProgress(fraction);
        Duration total = Duration.ofNanos(restore.run().map(RestoreRun::leftNanos)
                .orElseGet(() -> RestoreRun.begin(RestoreStage.shipped(), 0).leftNanos()));
        boolean restored = bench.ticket(number).restored() != null;
        left.setText(restored ? t("desktop.run.done") : Ui.clock(total));
        leftWords.setText(restored ? "" : restore.running() ? t("desktop.restore.left")
                : t("desktop.restore.takes"));
        OptionalLong stays = desk.machine().windowLeftNanos(desk.deviceNow());
        window.setText(stays.isPresent() ? Ui.clock(Duration.ofNanos(stays.getAsLong())) : "");
        windowWords.setText(stays.isPresent() ? windowWords(stays.getAsLong()) : "");
        phone.draw(desk.device().screen(), Set.of(), desk.deviceNow().plugged(), restore.run().map(RestoreRun::deviceFraction).orElse(1.0));
    }

    private String windowWords(long staysNanos) {
        long needed = restore.run().map(RestoreRun::modeNeededNanos)
                .orElseGet(() -> RestoreRun.begin(RestoreStage.shipped(), 0).modeNeededNanos());
        return t(staysNanos > needed ? "desktop.restore.enough" : "desktop.restore.not-enough", "time", Ui.clock(Duration.ofNanos(needed)));
    }

    @Override
    public String manual() {
        return "restore";
    }

    @Override
    public String next() {
        if (bench.ticket(number).restored() != null) {
            return t("desktop.run.next-handover");
        }
        if (!restore.running()) {
            return t("desktop.restore.next-start");
        }
        RestoreRun run = restore.run().orElseThrow();
        return run.state() instanceof RestoreRun.State.Waiting ? t("desktop.run.next-mode")
                : t("desktop.restore.next-alone", "stage", run.current().title(), "time", Ui.clock(Duration.ofNanos(run.leftNanos())));
    }
}
