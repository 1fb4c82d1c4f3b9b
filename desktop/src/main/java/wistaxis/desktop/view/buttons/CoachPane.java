package wistaxis.desktop.view.buttons;

import static wistaxis.core.words.Say.t;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.value.ChangeListener;
import javafx.event.EventHandler;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Reading;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Score;
import wistaxis.core.device.DeviceButton;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.sound.Speaker;
import wistaxis.desktop.view.device.PhoneDrawing;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.practice.Coaching;

/**
 * The coach: huge instruction and counter, the score, and the body with its buttons. No mouse is needed: the phone's buttons are U, D, S
 * and H, the cable is P, the slider is G, "I see it now" is space, enter or page down, enter starts, R starts anew at any moment, digits
 * take a method, M makes the tones louder or silent, Esc stops.
 */
public final class CoachPane {
    private static final Map<KeyCode, DeviceButton> BUTTONS =
            Map.of(KeyCode.U, DeviceButton.VOLUME_UP, KeyCode.D, DeviceButton.VOLUME_DOWN, KeyCode.H, DeviceButton.HOME);

    /** What a foot pedal may send: "I see it now", and start again when nothing runs. */
    private static final Set<KeyCode> PEDAL = EnumSet.of(KeyCode.SPACE, KeyCode.ENTER, KeyCode.PAGE_DOWN);

    private static final Map<KeyCode, Reading.Sight> SIGHTS = new EnumMap<>(Map.of(KeyCode.B, Reading.Sight.BLACK, KeyCode.L,
            Reading.Sight.BOOT_LOGO, KeyCode.K, Reading.Sight.LOCK_SCREEN,
            KeyCode.C, Reading.Sight.CABLE_SCREEN, KeyCode.N, Reading.Sight.NO_REACTION));

    /** How high a real device is drawn, pixels. */
    private static final double REAL = 150;

    private final Window shell;
    private final Workbench bench;
    private final Supplier<Coaching> source;
    private final Around around;
    private final BorderPane root = new BorderPane();
    private final FlowPane buttons = Ui.chips(820);
    private final HBox status = Ui.row(8);
    private final VBox below = new VBox(6);
    private final VBox left = new VBox();
    private final VBox right;
    private final CoachWords words;
    private final EventHandler<KeyEvent> pressed = this::pressed;
    private final EventHandler<KeyEvent> released = this::released;
    private final ChangeListener<Boolean> focus = (_, _, focused) -> focusChanged(focused);
    private ScoreDrawing score;
    private PhoneDrawing phone;
    private @Nullable CoachRun idle;
    private boolean active = true;

    /** What surrounds the coach: a ticket, or the drill. */
    public interface Around {
        /** What the first button says once nothing is left to do with the buttons; empty before that. */
        String onwards();

        void goOn();

        /** A line under the score. */
        String status();

        /** What stands below the score while nothing runs. */
        List<? extends Node> below();

        /** Whether the end of an attempt is followed by the question what is seen. */
        boolean asks();

        /** Whether what stands below takes the place of the score while nothing runs. */
        boolean hidesScore();

        /** What stands beside the score, under the drawn phone; empty for the phone alone. */
        default Optional<Node> beside() {
            return Optional.empty();
        }

        /** How the device is now where that is not what the drawn one shows; empty where it is. */
        default Optional<ScoreDrawing.Facts> facts() {
            return Optional.empty();
        }

        /** More buttons while nothing runs. */
        List<Button> more();
    }

    public CoachPane(Window shell, Workbench bench, Supplier<Coaching> source, Around around) {
        this.shell = shell;
        this.bench = bench;
        this.source = source;
        this.around = around;
        this.score = new ScoreDrawing(coaching().subject().model().body());
        this.phone = phone();
        words = new CoachWords(source, around);
        right = Ui.style(new VBox(words, buttons, score, status, below), "page");
        VBox.setVgrow(score, Priority.ALWAYS);
        left.setStyle("-fx-padding: 18 0 10 24;");
        beside();
        root.setLeft(left);
        right.setMinWidth(0);
        buttons.prefWrapLengthProperty().bind(right.widthProperty().subtract(48));
        buttons.maxWidthProperty().bind(right.widthProperty().subtract(48));
        ScrollPane whole = Ui.scroll(right);
        whole.setFitToHeight(true); // the score takes what is left; only where there is too little it scrolls
        root.setCenter(whole);
        shell.scene().addEventFilter(KeyEvent.KEY_PRESSED, pressed);
        shell.scene().addEventFilter(KeyEvent.KEY_RELEASED, released);
        if (shell.scene().getWindow() != null) {
            shell.scene().getWindow().focusedProperty().addListener(focus);
        }
    }

    /** Whether buttons are for it. */
    public void active(boolean on) {
        active = on;
    }

    public BorderPane node() {
        return root;
    }

    private Coaching coaching() {
        return source.get();
    }

    /** A real device stands there smaller, above what is to be looked for: its buttons are pressed on itself. */
    private void beside() {
        Optional<Node> more = around.beside();
        left.getChildren().setAll(more.isPresent() ? Ui.scroll(Ui.column(8, phone.inert(), more.get())) : phone);
    }

    private PhoneDrawing phone() {
        return new PhoneDrawing(coaching().subject().model(), around.beside().isPresent() ? REAL : 452,
                new PhoneDrawing.Presses(k -> coaching().press(k), k -> coaching().release(k), () -> coaching().toggleCable()));
    }

    /** The button of this body that a computer key stands for; S is the power button, whatever it is called. */
    private @Nullable DeviceButton buttonOf(KeyCode code) {
        return code == KeyCode.S ? coaching().subject().model().body().powerButton() : BUTTONS.get(code);
    }

    private void pressed(KeyEvent e) {
        if (!active || e.isShortcutDown() || e.isAltDown() || shell.scene().getFocusOwner() instanceof TextInputControl) {
            return;
        }
        Coaching c = coaching();
        boolean real = c.isObserved();
        DeviceButton button = real ? null : buttonOf(e.getCode());
        boolean running = c.run().isPresent();
        if (real && running && e.getCode() == KeyCode.E) {
            c.over();
        } else if (real && (e.getCode() == KeyCode.P || e.getCode() == KeyCode.G || e.getCode() == KeyCode.W)) {
            return;
        } else if (button != null) {
            c.press(button);
        } else if (e.getCode() == KeyCode.P) {
            c.toggleCable();
        } else if (e.getCode() == KeyCode.G) {
            c.drag();
        } else if (PEDAL.contains(e.getCode()) && running) {
            c.seen();
        } else if (PEDAL.contains(e.getCode()) && !(e.getCode() == KeyCode.SPACE && shell.scene().getFocusOwner() instanceof Button)) {
            enter();
        } else if (e.getCode().isDigitKey() && method(e.getCode()) instanceof ButtonSequence s) {
            c.choose(s);
        } else if (e.getCode() == KeyCode.M) {
            louder();
        } else if (around.onwards().isEmpty() && e.getCode() == KeyCode.R) {
            c.begin();
        } else if (around.onwards().isEmpty() && !running && e.getCode() == KeyCode.W) {
            c.showMe();
        } else if (!running && (c.verdict().isPresent() || c.asking()) && SIGHTS.containsKey(e.getCode())) {
            c.sees(SIGHTS.get(e.getCode()));
        } else if (running && e.getCode() == KeyCode.ESCAPE) {
            stop();
        } else {
            return;
        }
        e.consume();
    }

    private @Nullable ButtonSequence method(KeyCode digit) {
        int n = digit.getName().charAt(digit.getName().length() - 1) - '1';
        List<ButtonSequence> methods = offered();
        return n >= 0 && n < methods.size() ? methods.get(n) : null;
    }

    private void released(KeyEvent e) {
        DeviceButton button = coaching().isObserved() ? null : buttonOf(e.getCode());
        if (active && button != null && !(shell.scene().getFocusOwner() instanceof TextInputControl)) {
            coaching().release(button);
            e.consume();
        }
    }

    private void focusChanged(boolean focused) {
        if (!focused) {
            coaching().focusLost();
        }
    }

    /** Enter does what the first button says. */
    private void enter() {
        if (around.onwards().isEmpty()) {
            coaching().begin();
        } else {
            around.goOn();
        }
    }

    private void stop() {
        coaching().stop();
        shell.again();
    }

    /**
     * The methods to choose from: those for the state the device is in, and the one that is chosen; of a real device all, whose state
     * nobody knows.
     */
    private List<ButtonSequence> offered() {
        Coaching c = coaching();
        return c.methods().stream().filter(s -> c.isObserved() && !s.minority() || s.from().contains(c.start()) && (!s.minority() || !s
                .beginsWithPowerOff()) || c.method().filter(s::equals).isPresent()).toList();
    }

    public void refresh() {
        Coaching c = coaching();
        if (!phone.isOf(c.subject().model())) {
            phone = phone();
            beside();
            score = new ScoreDrawing(c.subject().model().body());
            VBox.setVgrow(score, Priority.ALWAYS);
            right.getChildren().set(2, score);
        }
        idle = c.score().map(s -> CoachRun.begin(s, 0)).orElse(null);
        boolean running = c.run().isPresent();
        buttons.getChildren().clear();
        if (running) {
            Button seen = Ui.button("seen", t("desktop.coach.see-now"), "primary", c::seen);
            seen.setFocusTraversable(false);
            buttons.getChildren().addAll(seen, Ui.button("keys-again", t("desktop.coach.from-start"), "", c::begin),
                    Ui.button("keys-stop", t("desktop.coach.stop"), "", this::stop));
            if (c.isObserved()) {
                buttons.getChildren().add(1, Ui.button("keys-over", t("desktop.coach.over"), "", c::over));
            }
        } else if (!c.asking() && !around.onwards().isEmpty()) {
            buttons.getChildren().add(Ui.button("keys-start", around.onwards() + " (Enter)", "primary", this::enter));
        } else if (!c.asking() && c.method().isPresent()) {
            buttons.getChildren().addAll(Ui.button("keys-start", c.verdict().isPresent() ? t("desktop.coach.start-over")
                    : t("desktop.coach.start"),
                    "primary", this::enter));
            if (!c.isObserved()) {
                buttons.getChildren().add(Ui.button("show-me", t("desktop.coach.show"), "", c::showMe));
            }
            List<ButtonSequence> offered = offered();
            for (int i = 0; i < offered.size(); i++) {
                buttons.getChildren().add(method(offered.get(i), i + 1));
            }
        }
        if (!running && !c.asking()) {
            buttons.getChildren().addAll(around.more());
        }
        Label says = Ui.text(around.status(), "muted");
        HBox.setHgrow(says, Priority.ALWAYS);
        says.setMaxWidth(Double.MAX_VALUE);
        status.getChildren().setAll(says, sound());
        below.getChildren().clear();
        score.setManaged(running || !around.hidesScore() && !c.asking());
        if (!running && around.asks() && around.onwards().isEmpty() && (c.verdict().isPresent() || c.asking())) {
            below.getChildren().add(sights(c));
        }
        if (!running) {
            below.getChildren().addAll(c.asking() ? 0 : below.getChildren().size(), around.below()); // what the computer has comes first
        }
        if (!running && c.asking()) {
            below.getChildren().add(Ui.button("keys-start", t("desktop.coach.start-over"), "", this::enter));
        }
        buttons.setManaged(!buttons.getChildren().isEmpty());
        if (below.getChildren().isEmpty()) {
            c.method().ifPresent(s -> s.cautions().forEach(w -> below.getChildren().add(Ui.text("! " + w, "hands"))));
        }
        tick();
    }

    /** Every goal to choose from. */
    public static FlowPane goals(Goal now, Consumer<Goal> choose) {
        FlowPane goals = Ui.chips(820);
        goals.getChildren().add(Ui.label(t("desktop.coach.goal"), "small muted"));
        for (Goal goal : Goal.values()) {
            goals.getChildren().add(Ui.button("goal-" + goal, goal.words(), goal == now ? "chip chosen" : "chip",
                    () -> choose.accept(goal)));
        }
        return goals;
    }

    private Node sound() {
        if (!shell.speaker().sounds()) {
            return Ui.label(t("desktop.coach.no-sound"), "tag missing");
        }
        Button louder = Ui.button("mute", t("desktop.coach.tones." + shell.speaker().volume().toString().toLowerCase(Locale.ROOT)), "chip",
                this::louder);
        Speaker.Says now = shell.speaker().says();
        Speaker.Says next = Speaker.Says.values()[(now.ordinal() + 1) % Speaker.Says.values().length];
        return Ui.row(6, louder, Ui.button("cues", t("desktop.coach.cues." + now.name().toLowerCase(Locale.ROOT)), "chip", () -> {
            shell.speaker().says(next);
            bench.routes().cues(next.name().toLowerCase(Locale.ROOT));
            shell.again();
        }));
    }

    private void louder() {
        shell.speaker().next();
        shell.again();
    }

    private Button method(ButtonSequence s, int digit) {
        boolean chosen = coaching().method().filter(s::equals).isPresent();
        return Ui.button("method-" + s.method().replace(' ', '-'), t(s.minority() ? "desktop.coach.method-rare" : "desktop.coach.method",
                "digit", digit,
                "method", s.name()), chosen
                ? "chip chosen" : "chip", () -> coaching().choose(s));
    }

    /** The question after the end, and what the answer means. */
    private FlowPane sights(Coaching c) {
        FlowPane row = Ui.chips(820);
        if (!c.asking()) {
            row.getChildren().add(Ui.label(t("desktop.coach.what-seen"), "strong"));
        }
        SIGHTS.entrySet().stream().sorted(Map.Entry.comparingByValue()).forEach(e -> {
            Button b = Ui.button("sight-" + e.getValue(), e.getValue().words() + " (" + e.getKey().getName() + ")", c.asking() ? "sight"
                    : "chip",
                    () -> c.sees(e.getValue()));
            b.setGraphic(PhoneDrawing.small(e.getValue(), c.asking() ? 3.6 : 1));
            row.getChildren().add(b);
        });
        return row;
    }

    public void tick() {
        Coaching c = coaching();
        long now = bench.nowNanos();
        Optional<CoachRun> run = c.run();
        boolean silent = c.subject().blind() && run.isPresent();
        boolean wordless = silent || shell.speaker().says() == Speaker.Says.TONES;
        shell.speaker().follow(silent ? List.of() : c.upcoming(), wordless ? List.of() : c.spoken(), bench::nowNanos);
        words.tick(now, silent);
        var state = c.subject().deviceNow();
        CoachRun shown = run.orElse(idle);
        score.setVisible(shown != null && !silent && score.isManaged());
        if (shown != null) {
            Score of = shown.score();
            score.draw(new ScoreDrawing.Moment(shown, run.isPresent() ? now : CoachRun.COUNT_IN, c.attemptNanos(), run.isPresent()
                    ? c.subject().device().timing() : List.of(),
                    around.facts().orElseGet(() -> new ScoreDrawing.Facts(state.plugged() ? t("desktop.coach.plugged")
                    : t("desktop.coach.unplugged"),
                    c.subject().device().screen().words().toString(), c.subject().device().computer().words().toString(), true)),
                    c.margins(of)));
        }
        phone.draw(c.subject().device().screen(), c.isObserved() ? run.map(CoachRun::wanted).orElse(Set.of()) : c.down(), state.plugged(),
                0);
    }

    /** What is asked for: to start, to say what is seen, to go on; nothing while an attempt runs, whose buttons are never held up. */
    public String wants() {
        Coaching c = coaching();
        return c.run().isPresent() ? "" : c.asking() + " " + c.verdict().isPresent() + " " + around.onwards();
    }

    public void leave() {
        coaching().stop();
        shell.speaker().follow(List.of(), bench::nowNanos);
        shell.scene().removeEventFilter(KeyEvent.KEY_PRESSED, pressed);
        shell.scene().removeEventFilter(KeyEvent.KEY_RELEASED, released);
        if (shell.scene().getWindow() != null) {
            shell.scene().getWindow().focusedProperty().removeListener(focus);
        }
    }
}
