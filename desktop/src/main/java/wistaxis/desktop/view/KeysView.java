package wistaxis.desktop.view;

import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.event.EventHandler;
import javafx.geometry.Pos;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Instruction;
import wistaxis.core.coach.Verdict;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.KeySequence;
import wistaxis.desktop.app.KeysDesk;
import wistaxis.desktop.app.TicketDesk;
import wistaxis.desktop.app.Workbench;
import wistaxis.desktop.look.Ui;

/**
 * The coach: huge instruction and counter, the score, and the body with its keys. No mouse is needed: the phone's keys are
 * U, D and S, the cable is P, "I see it now" is space, enter or page down, enter starts.
 */
final class KeysView implements View {
    private static final Map<KeyCode, PhysicalKey> KEYS =
            Map.of(KeyCode.U, PhysicalKey.VOLUME_UP, KeyCode.D, PhysicalKey.VOLUME_DOWN, KeyCode.H, PhysicalKey.HOME);

    /** What a foot pedal may send: "I see it now", and start again when nothing runs. */
    private static final Set<KeyCode> PEDAL = EnumSet.of(KeyCode.SPACE, KeyCode.ENTER, KeyCode.PAGE_DOWN);

    private final Shell shell;
    private final Workbench bench;
    private final String number;
    private final TicketDesk desk;
    private final KeysDesk keys;
    private final BorderPane root = new BorderPane();
    private final Label huge = Ui.text("", "huge");
    private final Label detail = Ui.text("", "title");
    private final Label counter = Ui.label("", "counter hands");
    private final Label after = Ui.label("", "muted");
    private final HBox buttons = Ui.row(8);
    private final HBox status = Ui.row(8);
    private final VBox cautions = new VBox(6);
    private final ScoreDrawing score;
    private final PhoneDrawing phone;
    private final EventHandler<KeyEvent> pressed = this::pressed;
    private final EventHandler<KeyEvent> released = this::released;
    private CoachRun idle;
    private long idleNanos;

    KeysView(Shell shell, Workbench bench, String number) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        this.desk = bench.desk(number);
        this.keys = desk.keys();
        this.score = new ScoreDrawing(desk.model().body());
        this.phone = new PhoneDrawing(desk.model(), 470, new PhoneDrawing.Hands(keys::press, keys::release, keys::toggleCable));
        this.idle = CoachRun.begin(keys.score(), 0);
        huge.setId("instruction");
        detail.setId("instruction-detail");
        counter.setId("counter");
        counter.setMinWidth(Region.USE_PREF_SIZE);
        counter.setAlignment(Pos.CENTER_RIGHT);
        VBox words = Ui.column(2, huge, detail, after);
        HBox.setHgrow(words, Priority.ALWAYS);
        HBox top = Ui.row(16, words, counter);
        top.setMinHeight(150);
        VBox right = Ui.style(new VBox(top, buttons, score, status, cautions), "page");
        VBox.setVgrow(score, Priority.ALWAYS);
        VBox left = new VBox(phone);
        left.setStyle("-fx-padding: 18 0 10 24;");
        root.setLeft(left);
        root.setCenter(right);
        keys.hear(shell.speaker()::play);
        shell.scene().addEventFilter(KeyEvent.KEY_PRESSED, pressed);
        shell.scene().addEventFilter(KeyEvent.KEY_RELEASED, released);
    }

    @Override
    public Parent node() {
        return root;
    }

    /** The key of this body that a computer key stands for; S is the power key, whatever it is called. */
    private @Nullable PhysicalKey keyOf(KeyCode code) {
        return code == KeyCode.S ? desk.model().body().powerKey() : KEYS.get(code);
    }

    private static String letter(PhysicalKey key) {
        return key.isPower() ? "S" : key == PhysicalKey.VOLUME_UP ? "U" : key == PhysicalKey.VOLUME_DOWN ? "D" : "H";
    }

    private void pressed(KeyEvent e) {
        if (e.isShortcutDown() || e.isAltDown()) {
            return;
        }
        PhysicalKey key = keyOf(e.getCode());
        boolean running = keys.run().isPresent();
        if (key != null) {
            keys.press(key);
        } else if (e.getCode() == KeyCode.P) {
            keys.toggleCable();
        } else if (PEDAL.contains(e.getCode()) && running) {
            keys.seen();
        } else if (PEDAL.contains(e.getCode()) && !(e.getCode() == KeyCode.SPACE && shell.scene().getFocusOwner() instanceof Button)) {
            enter();
        } else if (!running && !landed() && e.getCode() == KeyCode.W) {
            keys.showMe();
        } else if (running && e.getCode() == KeyCode.ESCAPE) {
            stop();
        } else {
            return;
        }
        e.consume();
    }

    private void released(KeyEvent e) {
        PhysicalKey key = keyOf(e.getCode());
        if (key != null) {
            keys.release(key);
            e.consume();
        }
    }

    /** Enter does what the first button says. */
    private void enter() {
        if (landed()) {
            shell.showTicket(number);
        } else {
            keys.begin();
        }
    }

    private boolean landed() {
        return bench.ticket(number).mode() != null;
    }

    private void stop() {
        keys.stop();
        refresh();
    }

    @Override
    public void refresh() {
        idle = CoachRun.begin(keys.score(), 0);
        idleNanos = CoachRun.COUNT_IN;
        boolean running = keys.run().isPresent();
        buttons.getChildren().clear();
        if (running) {
            Button seen = Ui.button("seen", "I see it now (space)", "primary", keys::seen);
            seen.setFocusTraversable(false);
            buttons.getChildren().addAll(seen, Ui.button("keys-stop", "Stop (Esc)", "", this::stop));
        } else {
            String start = landed() ? "On to the restore (Enter)" : keys.verdict().isPresent() ? "Start again (Enter)" : "Start (Enter)";
            buttons.getChildren().add(Ui.button("keys-start", start, "primary", this::enter));
        }
        if (!running && !landed()) {
            buttons.getChildren().add(Ui.button("show-me", "Show me (W)", "", keys::showMe));
            keys.schools().stream().filter(s -> !s.minority()).forEach(s -> buttons.getChildren().add(school(s)));
        }
        status.getChildren().setAll(Ui.label(attempts(), "muted"), Ui.gap(), shell.speaker().sounds()
                ? Ui.button("mute", shell.speaker().muted() ? "Tones are off" : "Tones are on", "chip", this::toggleSound)
                : Ui.label("no sound card: watch the colours", "tag missing"));
        cautions.getChildren().clear();
        keys.school().cautions().forEach(c -> cautions.getChildren().add(Ui.text("! " + c, "hands")));
        tick();
    }

    private Button school(KeySequence s) {
        boolean chosen = s == keys.school();
        Button chip = Ui.button("school-" + s.school().replace(' ', '-'), s.school(), chosen ? "chip chosen" : "chip", () -> keys.choose(s));
        chip.setDisable(!chosen && !s.from().contains(keys.start()));
        return chip;
    }

    private String attempts() {
        int n = bench.ticket(number).attempts();
        return n == 0 ? "no attempt yet; several are normal" : n + (n == 1 ? " attempt" : " attempts") + "; several are normal";
    }

    private void toggleSound() {
        shell.speaker().mute(!shell.speaker().muted());
        refresh();
    }

    @Override
    public void tick() {
        long now = bench.nowNanos();
        Optional<CoachRun> run = keys.run();
        if (run.isPresent()) {
            Instruction i = run.get().instruction(now);
            say(i.huge(), i.detail(), "Then: " + (run.get().nextWords().isEmpty() ? "look at the screen" : run.get().nextWords()));
            counter.setText(String.valueOf((int) (i.countsDown() ? Math.ceil(i.seconds()) : Math.floor(i.seconds()))));
        } else {
            counter.setText("");
            resting();
        }
        var state = desk.deviceNow();
        score.draw(new ScoreDrawing.Moment(run.orElse(idle), run.isPresent() ? now : idleNanos, keys.attemptNanos(),
                run.isPresent() ? desk.device().timing() : List.of(), desk.device().screen(), desk.device().host(), state.plugged()));
        phone.draw(desk.device().screen(), keys.down(), state.plugged(), 0);
    }

    private void resting() {
        Optional<Verdict> verdict = keys.verdict();
        if (landed()) {
            say("In " + mode() + ". Let go.", verdict.filter(Verdict::success).map(Verdict::says).orElse("The host sees the device in " + mode() + "."), "Next: the restore, with Enter.");
        } else if (verdict.isPresent()) {
            say(verdict.get().success() ? "Landed" : "Not in " + mode(), verdict.get().says(), verdict.get().next());
        } else {
            boolean cable = desk.deviceNow().plugged() == keys.school().plugged();
            say(cable ? keys.school().school() + " into " + mode() : keys.school().plugged() ? "Plug in first" : "Unplug first",
                    cable ? "Both hands on the device, then Enter: a count-in of three, and the coach leads." : "The cable is key P, or click on it. This school wants the device "
                            + (keys.school().plugged() ? "in the host from the start." : "unplugged at the start."),
                    "Its keys here: " + desk.model().body().keys().stream().map(k -> letter(k.key()) + " " + k.name()).collect(Collectors.joining(", ")) + ".");
        }
    }

    private void say(String first, String second, String third) {
        if (!huge.getText().equals(first)) {
            huge.setText(first);
        }
        detail.setText(second);
        after.setText(third);
    }

    @Override
    public String next() {
        if (landed()) {
            return mode().equals("DFU") ? "In DFU. Next: the restore. Hands: now." : "In recovery, for about 15 minutes. Next: the restore. Hands: now.";
        }
        return keys.run().isPresent() ? "Both hands on the device." : "Hands: now, for about half a minute an attempt.";
    }

    @Override
    public void leave() {
        keys.stop();
        keys.hear(_ -> { });
        shell.scene().removeEventFilter(KeyEvent.KEY_PRESSED, pressed);
        shell.scene().removeEventFilter(KeyEvent.KEY_RELEASED, released);
    }

    private String mode() {
        return keys.school().goal() == Goal.DFU ? "DFU" : "recovery";
    }
}
