package wistaxis.desktop.view.restore;

import java.time.Duration;
import java.util.OptionalLong;
import java.util.Set;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.restore.RestoreRun;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.steps.Hands;
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

/** The staged run: time left, the mode window, the stages, and whether the cable may be touched. */
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
        this.phone = new PhoneDrawing(desk.model(), 330, new PhoneDrawing.Hands(_ -> { }, _ -> { }, desk.keys().coaching()::toggleCable))
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
            notices.getChildren().add(Ui.notice("", "Hands needed: the run waits.", why));
            buttons.getChildren().add(Ui.button("back-to-keys", "Back to the keys", "primary", () -> shell.showTicket(number, Stage.KEYS)));
        } else if (run.current().leaveCable()) {
            notices.getChildren().add(Ui.notice("stop", "Leave cable and device alone.",
                    "The host writes to the device. Losing contact now means starting over."));
        } else {
            notices.getChildren().add(Ui.notice("calm", "The host works by itself.",
                    "The device has to stay in its mode until the host takes it over."));
        }
        if (restore.mayStop()) {
            buttons.getChildren().add(Ui.button("restore-stop", "Stop the restore", "", restore::stop));
        }
    }

    private void atRest(Ticket t) {
        restore.run().filter(r -> r.state() instanceof RestoreRun.State.Failed)
                .ifPresent(r -> notices.getChildren().add(Ui.notice("stop", "The restore stopped.", ((RestoreRun.State.Failed) r.state())
                .why(),
                        "Choose another build in Firmware, or try again.")));
        if (t.restored() != null) {
            notices.getChildren().add(Ui.notice("calm", (t.keepsData() ? "Updated to " : "Restored to ") + t.restored() + ".",
                    t.keepsData() ? "The device starts by itself; whether the data is there is asked at the handover."
                    : "The greeting screen is on the device."));
            return;
        }
        before.say(notices, buttons);
        Button start = Ui.button("restore-start", t.keepsData() ? "Start the update, which keeps the data"
                : "Start the restore, which erases the device", t.keepsData() ? "primary" : "danger", restore::start);
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
            Label title = Ui.label(s.title(), i == at && !done ? "strong" : past ? "" : "muted");
            title.setStyle("-fx-pref-width: 14em;");
            Label who = Ui.label(s.by() == RestoreStage.By.HOST ? "host" : "device", "small muted");
            who.setMinWidth(60);
            HBox row = Ui.style(Ui.row(12, Ui.label(past ? "done" : i == at ? "now" : "", past ? "small muted" : "small strong"), title,
                    who,
                    Ui.label("about " + Ui.clock(Duration.ofSeconds(Math.round(s.seconds()))), "small muted")), i == at && !done
                    ? "stage-row now" : "stage-row");
            ((Label) row.getChildren().getFirst()).setMinWidth(40);
            stages.getChildren().add(row);
        }
    }

    @Override
    public void tick() {
        double fraction = restore.run().map(RestoreRun::fraction).orElse(bench.ticket(number).restored() != null ? 1.0 : 0.0);
        bar.setProgress(fraction);
        Duration total = Duration.ofNanos(restore.run().map(RestoreRun::leftNanos)
                .orElseGet(() -> RestoreRun.begin(RestoreStage.shipped(), 0).leftNanos()));
        boolean restored = bench.ticket(number).restored() != null;
        left.setText(restored ? "Done" : Ui.clock(total));
        leftWords.setText(restored ? "" : restore.running() ? "left. Hands again at the greeting screen."
                : "is what the restore takes, all by itself.");
        OptionalLong stays = desk.machine().windowLeftNanos(desk.deviceNow());
        window.setText(stays.isPresent() ? Ui.clock(Duration.ofNanos(stays.getAsLong())) : "");
        windowWords.setText(stays.isPresent() ? windowWords(stays.getAsLong()) : "");
        phone.draw(desk.device().screen(), Set.of(), desk.deviceNow().plugged(), restore.run().map(RestoreRun::deviceFraction).orElse(1.0));
    }

    private String windowWords(long staysNanos) {
        long needed = restore.run().map(RestoreRun::modeNeededNanos)
                .orElseGet(() -> RestoreRun.begin(RestoreStage.shipped(), 0).modeNeededNanos());
        String needs = "left in recovery; the host needs " + Ui.clock(Duration.ofNanos(needed)) + " of it: ";
        return needs + (staysNanos > needed ? "enough." : "not enough, it will drop out once.");
    }

    @Override
    public String next() {
        if (bench.ticket(number).restored() != null) {
            return "Next: hand over. Hands: now.";
        }
        if (!restore.running()) {
            return "Start the restore; it then runs by itself. Hands: now.";
        }
        RestoreRun run = restore.run().orElseThrow();
        return run.state() instanceof RestoreRun.State.Waiting ? "Put the device back into its mode. Hands: now."
                : "Runs by itself: " + run.current().title() + ". Hands again in " + Ui.clock(Duration.ofNanos(run.leftNanos())) + ".";
    }
}
