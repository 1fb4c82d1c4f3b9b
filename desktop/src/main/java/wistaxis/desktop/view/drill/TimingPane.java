package wistaxis.desktop.view.drill;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Locale;
import java.util.Random;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Goal;
import wistaxis.core.coach.Cue;
import wistaxis.core.practice.Measured;
import wistaxis.core.practice.Timing;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.practice.Practice;

/**
 * Measures a hand: how fast it follows a light and a tone, and how well it holds five seconds with tones and without. The button is
 * space.
 */
public final class TimingPane {
    private static final long SECOND = 1_000_000_000L;
    private static final double HOLD = 5;
    private static final double TOO_LONG = 3 * HOLD;

    private final Window shell;
    private final Workbench bench;
    private final Practice practice;
    private final Random random = new Random();
    private final Label huge = Ui.label("", "huge");
    private final Label detail = Ui.text("", "title");
    private final StackPane lamp = new StackPane(huge);
    private final VBox figures = new VBox(6);
    private final HBox tests = Ui.row(8);
    private final VBox chances = Ui.column(6);
    private @Nullable Timing reckoned;
    private final StackPane root;
    private final javafx.event.EventHandler<KeyEvent> pressed = this::pressed;
    private final javafx.event.EventHandler<KeyEvent> released = this::released;
    private Measured.@Nullable What what;
    private long signalNanos;
    private long downNanos = -1;
    private boolean lit;
    private String said = "";

    public TimingPane(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        this.practice = bench.practice();
        huge.setId("timing-signal");
        detail.setId("timing-said");
        lamp.setMinHeight(240);
        lamp.setAlignment(Pos.CENTER);
        VBox left = Ui.column(12, tests, lamp, detail);
        root = new StackPane(new Columns(left, 420, figures, 480));
        root.setPadding(new Insets(10, 24, 14, 24));
        shell.scene().addEventFilter(KeyEvent.KEY_PRESSED, pressed);
        shell.scene().addEventFilter(KeyEvent.KEY_RELEASED, released);
    }

    public Node node() {
        return root;
    }

    public void refresh() {
        tests.getChildren().setAll(test("measure-light", t("desktop.timing.light"), Measured.What.LIGHT), test("measure-tone",
                t("desktop.timing.tone"), Measured.What.TONE),
                test("measure-cued", t("desktop.timing.hold-cues"), Measured.What.HOLD_CUED),
                test("measure-blind", t("desktop.timing.hold-feel"), Measured.What.HOLD_BLIND));
        if (!shell.speaker().sounds()) {
            tests.getChildren().get(1).setDisable(true);
            tests.getChildren().add(Ui.label(t("desktop.timing.no-sound"), "tag missing"));
        }
        Timing h = practice.timing();
        figures.getChildren().setAll(Ui.label(t("desktop.timing.of", "who", practice.person()), "title"));
        figure(t("desktop.timing.to-light"), h.light(), Measured.What.LIGHT);
        figure(t("desktop.timing.to-tone"), h.tone(), Measured.What.TONE);
        figure(t("desktop.timing.end-hold"), h.cued(), Measured.What.HOLD_CUED);
        figures.getChildren().add(row(t("desktop.timing.feel"), t("desktop.timing.varies", "percent", Math.round(100 * h.drift())),
                Measured.What.HOLD_BLIND));
        figure(t("desktop.timing.tap"), h.tap(), Measured.What.TAP);
        figures.getChildren().add(row(t("desktop.timing.second-finger"), t("desktop.timing.behind", "ms", Math.round(1000 * h.overlap())),
                Measured.What.OVERLAP));
        figures.getChildren()
                .addAll(Ui.text(t("desktop.timing.three"),
                "small muted"), Ui.label(t("desktop.timing.so"), "title"));
        figures.getChildren().add(chances);
        reckon(h);
        tick();
    }

    /** Thousands of tries on the model: reckoned in the background, once for a hand. */
    private void reckon(Timing h) {
        if (h.equals(reckoned)) {
            return;
        }
        reckoned = h;
        chances.getChildren().setAll(Ui.label("Reckoning...", "muted"));
        practice.byFeel(Goal.DFU).thenAccept(found -> {
            if (h.equals(reckoned)) {
                chances.getChildren().clear();
                found.forEach((f, r) -> chances.getChildren().add(Ui.style(Ui.column(1, Ui.label(t("desktop.timing.layout-feel", "layout",
                        f.words()), "strong"),
                        Ui.text(String.join("; ", r.ranked().stream().map(x -> x.method().name() + " " + x.chance().inWords()).toList()),
                        "small")), "card tight")));
            }
        });
    }

    private Button test(String id, String words, Measured.What which) {
        return Ui.button(id, words, what == which ? "chip chosen" : "chip", () -> begin(which));
    }

    private void figure(String name, Timing.Spread s, Measured.What which) {
        figures.getChildren().add(row(name, t("desktop.timing.mean", "ms", Math.round(1000 * s.mean()), "spread",
                Math.round(1000 * s.spread())), which));
    }

    private Node row(String name, String words, Measured.What which) {
        long n = practice.measured().stream().filter(m -> m.what() == which).count();
        return Ui.style(Ui.flow(8, Ui.label(name, ""), Ui.label(words, "strong"),
                Ui.label(n < 3 ? t("desktop.timing.usual") : t("desktop.timing.tries", "n", n), "small muted")), "card tight");
    }

    private boolean hold() {
        return what == Measured.What.HOLD_CUED || what == Measured.What.HOLD_BLIND;
    }

    private void begin(Measured.What which) {
        what = which;
        lit = false;
        downNanos = -1;
        bench.setRate(1);
        signalNanos = bench.nowNanos() + Math.round((1.5 + random.nextDouble() * 2.5) * SECOND);
        said = hold() ? t("desktop.timing.hold-space") : t(which == Measured.What.LIGHT ? "desktop.timing.press-light"
                : "desktop.timing.press-tone");
        shell.speaker().follow(which == Measured.What.TONE ? List.of(new Cue(signalNanos, Cue.Kind.PRESS)) : List.of(), bench::nowNanos);
        refresh();
    }

    private void pressed(KeyEvent e) {
        if (what == null || e.getCode() != KeyCode.SPACE) {
            return;
        }
        e.consume();
        long now = bench.nowNanos();
        if (hold() && downNanos < 0) {
            downNanos = now;
            if (what == Measured.What.HOLD_CUED) {
                shell.speaker().follow(List.of(new Cue(now + SECOND, Cue.Kind.TICK), new Cue(now + 2 * SECOND, Cue.Kind.TICK),
                        new Cue(now + 3 * SECOND, Cue.Kind.TICK),
                        new Cue(now + 4 * SECOND, Cue.Kind.SOON), new Cue(now + 5 * SECOND, Cue.Kind.RELEASE)), bench::nowNanos);
            }
        } else if (!hold() && now < signalNanos) {
            said = t("desktop.timing.too-soon");
            again();
        } else if (!hold()) {
            keep((now - signalNanos) / 1e9, 0);
        }
    }

    private void released(KeyEvent e) {
        if (what != null && e.getCode() == KeyCode.SPACE) {
            e.consume();
            if (hold() && downNanos >= 0) {
                keep((bench.nowNanos() - downNanos) / 1e9, HOLD);
            }
        }
    }

    private void keep(double seconds, double target) {
        Measured.What done = java.util.Objects.requireNonNull(what);
        boolean silly = target > 0 ? seconds < 1 || seconds > TOO_LONG : seconds > 2;
        if (silly) {
            said = t("desktop.timing.no-try", "seconds", Math.round(10 * seconds) / 10.0);
        } else {
            said = target > 0 ? t("desktop.timing.held", "seconds", Math.round(100 * seconds) / 100.0, "ms", String.format(Locale.ROOT,
                    "%+.0f",
                    1000 * (seconds - target)))
                    : t("desktop.timing.ms", "ms", Math.round(1000 * seconds));
            practice.add(new Measured(done, seconds, target));
        }
        again();
    }

    private void again() {
        String words = said;
        begin(java.util.Objects.requireNonNull(what));
        said = t("desktop.timing.again", "result", words);
        tick();
    }

    public void tick() {
        long now = bench.nowNanos();
        boolean on = what == Measured.What.LIGHT && now >= signalNanos;
        if (on && !lit) {
            lit = true;
        }
        lamp.getStyleClass().setAll("lamp", lit ? "lit" : "dark");
        huge.setText(what == null ? t("desktop.timing.choose") : hold() ? downNanos < 0 ? t("desktop.timing.hold")
                : what == Measured.What.HOLD_CUED
                ? String.valueOf(1 + (now - downNanos) / SECOND) : t("desktop.timing.holding")
                : lit ? t("desktop.timing.now") : what == Measured.What.TONE ? t("desktop.timing.listen") : t("desktop.timing.wait"));
        detail.setText(what == null ? t("desktop.timing.five") : said);
    }

    public String next() {
        return what == null ? t("desktop.timing.choose-what") : t("desktop.timing.space");
    }

    /** Whether a hand is measured, to whom a light is shown. */
    public boolean measures() {
        return what != null;
    }

    /** Nothing is measured any more. */
    public void rest() {
        what = null;
    }

    public void leave() {
        rest();
        shell.scene().removeEventFilter(KeyEvent.KEY_PRESSED, pressed);
        shell.scene().removeEventFilter(KeyEvent.KEY_RELEASED, released);
    }
}
