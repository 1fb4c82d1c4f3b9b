package wistaxis.desktop.view.buttons;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import javafx.scene.text.TextAlignment;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.Rehearsal.Span;
import wistaxis.core.buttons.Trace;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Score;
import wistaxis.core.device.Body;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.practice.Margin;
import wistaxis.desktop.look.Drawn;
import wistaxis.desktop.look.Look;
import wistaxis.desktop.view.device.PhoneDrawing;

/**
 * The score: one lane a button, plus cable, screen and computer, moving past a fixed now-line; what hands really did is drawn below the
 * plan.
 */
public final class ScoreDrawing extends Region implements Drawn {
    private static final double NAMES = 128;
    private static final double SECONDS_SHOWN = 22;
    private static final double NOW_AT = 0.24;

    private static final Font SMALL = Font.font("Lato", 12);
    private static final Font PLAIN = Font.font("Lato", 13);
    private static final Font BOLD = Font.font("Lato", FontWeight.BOLD, 13);
    private static final Font NAME = Font.font("Lato", FontWeight.BOLD, 14);

    private final Canvas canvas = new Canvas();
    private @Nullable Score score;
    private final Body body;
    /** Between two drawings while only time passes: a twelfth of a second, which leaves a processor to others. Ours. */
    private static final long APART_NANOS = 1_000_000_000L / 12;

    private List<Object> drawn = List.of();

    /**
     * What is drawn.
     *
     * @param nowNanos the moment under the now-line
     * @param timing what hands did, seconds from {@code attemptNanos}
     */
    public record Moment(CoachRun run, long nowNanos, long attemptNanos, List<Trace.Event> timing, Facts facts,
            List<Margin> margins) {}

    /**
     * How the device is now, in words.
     *
     * @param caps whether the computer's keyboard stands for its buttons
     */
    public record Facts(String cable, String screen, String computer, boolean caps) {}

    public ScoreDrawing(Body body) {
        this.body = body;
        getChildren().add(canvas);
        setMinHeight(250);
        setPrefHeight(270);
    }

    @Override
    protected void layoutChildren() {
        canvas.setWidth(getWidth());
        canvas.setHeight(getHeight());
    }

    /** Position of a moment, pixels. */
    private double x(long atNanos, long nowNanos) {
        double w = getWidth() - NAMES;
        return NAMES + w * NOW_AT + (atNanos - nowNanos) / 1e9 * (w / SECONDS_SHOWN);
    }

    /** Draws it, unless it stands there already, or only moved on by less than is drawn. */
    public void draw(Moment m) {
        double w = getWidth();
        double h = getHeight();
        List<Object> wanted = List.of(m.run(), m.nowNanos() / APART_NANOS, m.attemptNanos(), List.copyOf(m.timing()), m.facts(),
                m.margins(), w, h, Look.of(this));
        if (wanted.equals(drawn)) {
            return;
        }
        drawn = wanted;
        score = m.run().score();
        setAccessibleText(t("desktop.score.says", "steps", IntStream.range(0, score.steps())
                .mapToObj(i -> score.instruction(i, 0).huge()).toList()));
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, w, h);
        g.setFill(Look.color(g, "surface"));
        g.fillRect(0, 0, w, h);
        g.setTextBaseline(VPos.CENTER);
        int lanes = body.buttons().size() + 3;
        double lane = (h - 22) / lanes;
        seconds(g, m, h);
        Map<DeviceButton, List<Score.Bar>> bars = m.run().score().bars();
        List<Span> spans = m.run().spans(m.nowNanos());
        for (int i = 0; i < body.buttons().size(); i++) {
            Body.ButtonPlace place = body.buttons().get(i);
            double top = i * lane;
            bars.getOrDefault(place.button(), List.of()).forEach(b -> bar(g, m, spans, b, top, lane));
            hands(g, m, place.button(), top, lane);
            name(g, place.name().toString(), m.facts().caps() ? PhoneDrawing.CAPS.get(place.button()) : "", top, lane);
        }
        double rest = body.buttons().size() * lane;
        fact(g, m, t("desktop.score.cable"), m.facts().cable(), rest, lane);
        sights(g, m, spans, false, rest + lane, lane);
        fact(g, m, t("desktop.score.screen"), m.facts().screen(), rest + lane, lane);
        sights(g, m, spans, true, rest + 2 * lane, lane);
        fact(g, m, t("desktop.score.computer"), m.facts().computer(), rest + 2 * lane, lane);
        g.setFill(Look.color(g, "ink"));
        g.fillRect(x(m.nowNanos(), m.nowNanos()) - 2, 0, 4, h - 20);
        g.setTextAlign(TextAlignment.CENTER);
        g.setFont(BOLD);
        g.fillText(t("desktop.score.now"), x(m.nowNanos(), m.nowNanos()), h - 10);
    }

    @Override
    public Table table() {
        return new Table(t("desktop.table.score"), List.of(t("desktop.table.step"), t("desktop.table.what")),
                score == null ? List.of() : IntStream.range(0, score.steps())
                .mapToObj(i -> List.of(String.valueOf(i + 1), score.instruction(i, 0).huge())).toList());
    }

    private void seconds(GraphicsContext g, Moment m, double h) {
        long zero = m.run().starts().getFirst();
        g.setFont(SMALL);
        g.setTextAlign(TextAlignment.CENTER);
        for (int s = -3; s < 60; s++) {
            double x = x(zero + s * 1_000_000_000L, m.nowNanos());
            if (x > NAMES && x < getWidth()) {
                g.setFill(Look.color(g, "line"));
                g.fillRect(x, 0, s % 5 == 0 ? 1.5 : 0.5, h - 20);
                if (s % 5 == 0 && Math.abs(x - x(m.nowNanos(), m.nowNanos())) > 26) {
                    g.setFill(Look.color(g, "muted"));
                    g.fillText(s + " s", x, h - 10);
                }
            }
        }
    }

    private void bar(GraphicsContext g, Moment m, List<Span> spans, Score.Bar bar, double top, double lane) {
        double from = Math.max(NAMES, x(spans.get(bar.firstStep()).startNanos(), m.nowNanos()));
        double to = x(spans.get(bar.lastStep()).endNanos() - (bar.tap() ? 300_000_000L : 0), m.nowNanos());
        if (to < NAMES || from > getWidth()) {
            return;
        }
        boolean now = !m.run().ended() && m.run().step() >= bar.firstStep() && m.run().step() <= bar.lastStep();
        ButtonStep last = m.run().score().step(bar.lastStep());
        double y = top + lane * 0.16;
        double height = lane * 0.5;
        g.setFill(Look.color(g, now ? "hands" : "tide"));
        g.fillRect(from, y, Math.max(5, to - from), height);
        Margin margin = m.margins().get(bar.lastStep());
        if (margin.byHand() && !bar.tap()) {
            slack(g, m, margin, spans.get(bar.lastStep()), y, height, now);
        } else if (last.until() != null) {
            softEdge(g, to, latest(m, last), y, height, now);
        }
        for (int step = bar.firstStep(); step <= bar.lastStep() && !bar.tap(); step++) {
            stretch(g, m, step, spans.get(step), y, height);
        }
    }

    /** What a stretch of a long hold waits for, with a thin line where it ends. */
    private void stretch(GraphicsContext g, Moment m, int step, Span span, double y, double height) {
        double now = x(m.nowNanos(), m.nowNanos());
        double from = Math.max(NAMES, x(span.startNanos(), m.nowNanos()));
        double to = x(span.endNanos(), m.nowNanos());
        g.setFill(Look.color(g, "on-dark"));
        if (to > NAMES) {
            g.fillRect(to - 1, y, 2, height);
        }
        ButtonStep held = m.run().score().step(step);
        String words = held.until() == null ? t("desktop.score.hold", "seconds", Math.round(held.seconds() == null ? 0 : held.seconds()))
                : t("desktop.score.to", "what", held.until().mark());
        double left = from < now && to > now + 60 ? now + 8 : from + 6;
        g.setFont(BOLD);
        g.setTextAlign(TextAlignment.LEFT);
        if (to - left > 50) {
            g.fillText(words, left, y + height / 2, to - left - 6);
        }
    }

    /**
     * How early and how late a hold may end: lighter before its end, and after it as far as it is in time; fading where there is no
     * limit.
     */
    private void slack(GraphicsContext g, Moment m, Margin margin, Span span, double y, double height, boolean now) {
        double to = x(span.endNanos(), m.nowNanos());
        if (margin.latest() == null) {
            softEdge(g, to, 0, y, height, now);
        } else {
            g.setGlobalAlpha(0.4);
            g.setFill(Look.color(g, now ? "hands" : "tide"));
            double latest = Math.min(getWidth(), x(span.endNanos() + Math.round((margin.latest() - margin.nominal()) * 1e9), m.nowNanos()));
            g.fillRect(Math.max(NAMES, to), y, Math.max(0, latest - Math.max(NAMES, to)), height);
            g.setGlobalAlpha(1);
        }
        double early = Math.max(NAMES, x(span.endNanos() - Math.round((margin.nominal() - margin.earliest()) * 1e9), m.nowNanos()));
        if (margin.nominal() > margin.earliest() && early < to) {
            g.setFill(Look.color(g, "on-dark"));
            g.fillRect(early, y + height - 5, to - early, 2);
        }
    }

    /** Where the usual seconds of a step end, on the canvas; 0 where no practice says so. */
    private double latest(Moment m, ButtonStep step) {
        List<Integer> usual = step.usual();
        return usual == null ? 0 : x(m.run().starts().getFirst() + usual.getLast() * 1_000_000_000L, m.nowNanos());
    }

    /** An end that depends on what is seen fades out over the seconds in which it may come. @param latest where it ends; 0 for not known */
    private static void softEdge(GraphicsContext g, double x, double latest, double y, double height, boolean now) {
        double width = Math.max(7, (latest - x) / 8);
        for (int i = 0; i < 8; i++) {
            g.setGlobalAlpha(0.8 - i * 0.1);
            g.setFill(Look.color(g, now ? "hands" : "tide"));
            g.fillRect(x + i * width, y, width, height);
        }
        g.setGlobalAlpha(1);
    }

    private void hands(GraphicsContext g, Moment m, DeviceButton button, double top, double lane) {
        g.setFill(Look.color(g, "ink"));
        long down = Long.MIN_VALUE;
        for (Trace.Event e : m.timing()) {
            if (e.button() != button) {
                continue;
            }
            long at = m.attemptNanos() + Math.round(e.at() * 1e9);
            if (e.event() == Trace.Kind.DOWN) {
                down = at;
            } else if (down != Long.MIN_VALUE) {
                pressed(g, m, down, at, top, lane);
                down = Long.MIN_VALUE;
            }
        }
        if (down != Long.MIN_VALUE) {
            pressed(g, m, down, m.nowNanos(), top, lane);
        }
    }

    private void pressed(GraphicsContext g, Moment m, long from, long to, double top, double lane) {
        double left = Math.max(NAMES, x(from, m.nowNanos()));
        double right = x(to, m.nowNanos());
        if (right > left) {
            g.fillRect(left, top + lane * 0.72, right - left, lane * 0.13);
        }
    }

    private void sights(GraphicsContext g, Moment m, List<Span> spans, boolean byComputer, double top, double lane) {
        g.setFont(PLAIN);
        g.setTextAlign(TextAlignment.LEFT);
        double clear = x(m.nowNanos(), m.nowNanos());
        for (int i = m.run().step(); i < spans.size(); i++) {
            ButtonStep step = m.run().score().step(i);
            double x = x(spans.get(i).endNanos(), m.nowNanos());
            if (step.until() == null || step.until().byComputer() != byComputer || x < clear || x > getWidth() - 20) {
                continue;
            }
            g.setFill(Look.color(g, "muted"));
            g.fillRect(x, top + lane * 0.15, 2, lane * 0.7);
            boolean atTheEdge = x > getWidth() - 90;
            g.setTextAlign(atTheEdge ? TextAlignment.RIGHT : TextAlignment.LEFT);
            g.fillText(step.until().mark(), x + (atTheEdge ? -7 : 7), top + lane / 2);
        }
    }

    private void fact(GraphicsContext g, Moment m, String name, String words, double top, double lane) {
        g.setFill(Look.color(g, "ink"));
        g.setFont(NAME);
        g.setTextAlign(TextAlignment.RIGHT);
        g.fillText(words, x(m.nowNanos(), m.nowNanos()) - 10, top + lane / 2);
        name(g, name, null, top, lane);
    }

    private void name(GraphicsContext g, String name, @org.jspecify.annotations.Nullable String cap, double top, double lane) {
        g.setFill(Look.color(g, "line"));
        g.fillRect(0, top + lane - 0.5, getWidth(), 1);
        g.setFill(Look.color(g, "ink"));
        g.setFont(NAME);
        g.setTextAlign(TextAlignment.LEFT);
        g.fillText((cap == null ? "" : cap + "   ") + name, 10, top + lane / 2);
    }
}
