package wistaxis.desktop.view.bench;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import javafx.scene.text.Text;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.time.BenchTime;
import wistaxis.desktop.look.Drawn;
import wistaxis.desktop.look.Look;

/**
 * One ticket on the bench's time axis: what happened as ticks, hands-on stretches solid, unattended ones hatched, the promise as a flag.
 */
public final class TimeLane extends Region implements Drawn {
    private static final DateTimeFormatter HOUR = DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT).withZone(ZoneId.systemDefault());

    private static final double THIN = 8;

    private final String whose;
    private final Canvas canvas = new Canvas();
    private final Axis axis;
    private final Instant now;
    private final List<BenchPlan.Span> spans;
    private List<BenchPlan.Span> beside = List.of();
    private final Optional<Instant> promised;
    /** The width of what stands before an axis, pixels. */
    public static final double CARD = 330;

    private final List<Instant> past;
    private final String stop;
    private final boolean header;

    /** @param whose the ticket's number and title */
    TimeLane(String whose, Axis axis, Instant now, List<BenchPlan.Span> spans, Optional<Instant> promised, List<Instant> past,
            String stop) {
        this(whose, axis, now, spans, promised, past, stop, false);
    }

    private TimeLane(String whose, Axis axis, Instant now, List<BenchPlan.Span> spans, Optional<Instant> promised, List<Instant> past,
            String stop,
            boolean header) {
        this.whose = whose;
        this.axis = axis;
        this.now = now;
        this.spans = spans;
        this.promised = promised;
        this.past = past;
        this.stop = stop;
        this.header = header;
        getChildren().add(canvas);
        setPrefHeight(header ? 26 : 64);
        setMinWidth(200);
    }

    /** With another plan below its own, thin: what is tried. */
    TimeLane beside(List<BenchPlan.Span> other) {
        beside = List.copyOf(other);
        return this;
    }

    static Region header(Axis axis, Instant now) {
        TimeLane hours = new TimeLane(t("desktop.table.axis"), axis, now, List.of(), Optional.empty(), List.of(), "", true);
        hours.setAccessibleText(t("desktop.bench.axis", "from", axis.from(now), "to", axis.to(now)));
        javafx.scene.layout.HBox.setHgrow(hours, javafx.scene.layout.Priority.ALWAYS);
        Region left = new Region();
        left.setMinWidth(CARD);
        return new javafx.scene.layout.HBox(left, hours);
    }

    @Override
    public Table table() {
        return new Table(whose, List.of(t("desktop.table.from"), t("desktop.table.to"), t("desktop.table.kind"), t("desktop.table.what")),
                spans.stream().map(s -> List.of(HOUR.format(s.start()), HOUR.format(s.end()),
                t(s.hands() ? "desktop.table.hands-on" : "desktop.table.unattended"), s.what().toString())).toList());
    }

    /** A swatch for the legend. */
    public static Canvas sample(boolean hands) {
        Canvas swatch = Look.picture(34, 14, g -> bar(g, 0, 34, 0, 14, hands));
        swatch.setId(hands ? "legend-hands" : "legend-alone");
        return swatch;
    }

    @Override
    protected void layoutChildren() {
        canvas.setWidth(getWidth());
        canvas.setHeight(getHeight());
        draw(canvas.getGraphicsContext2D(), getWidth(), getHeight());
    }

    private void draw(GraphicsContext g, double w, double h) {
        g.clearRect(0, 0, w, h);
        g.setTextBaseline(VPos.CENTER);
        g.setFont(Font.font("Lato", 13));
        Instant from = axis.from(now);
        for (Instant t = BenchTime.fullHour(from, ZoneId.systemDefault()); t.isBefore(axis.to(now)); t = t.plus(axis.step())) {
            double x = Math.round(axis.x(t, now, w)) + 0.5;
            g.setStroke(Look.color(g, "line"));
            g.strokeLine(x, header ? h - 6 : 0, x, h);
            if (header && x > 18 && x < w - 20) {
                g.setFill(Look.color(g, "muted"));
                g.fillText(HOUR.format(t), x - 16, h / 2 - 2);
            }
        }
        past.forEach(t -> {
            g.setFill(Look.color(g, "muted"));
            g.fillRect(axis.x(t, now, w), h / 2 - 5, 1.5, 10);
        });
        spans.forEach(s -> span(g, s, w, h));
        beside.forEach(s -> bar(g, axis.x(s.start(), now, w), Math.max(axis.x(s.start(), now, w) + 3, axis.x(s.end(), now, w)), h - 15,
                THIN,
                s.hands()));
        promised.filter(p -> p.isBefore(axis.to(now)) && p.isAfter(from)).ifPresent(p -> flag(g, axis.x(p, now, w), h));
        g.setFill(Look.color(g, "ink"));
        g.fillRect(axis.x(now, now, w) - 1.5, 0, 3, h);
        if (!stop.isEmpty()) {
            g.setFill(Look.color(g, "erases"));
            g.setFont(Font.font("Lato", FontWeight.BOLD, 14));
            g.fillText(stop, axis.x(now, now, w) + 12, h / 2, w - axis.x(now, now, w) - 20);
        }
    }

    private void span(GraphicsContext g, BenchPlan.Span s, double w, double h) {
        double from = axis.x(s.start(), now, w);
        double to = Math.max(from + 4, axis.x(s.end(), now, w));
        bar(g, from, to, h / 2 - 12, 24, s.hands());
        Text what = new Text(s.what().toString());
        what.setFont(Font.font("Lato", 12));
        double wide = what.getLayoutBounds().getWidth();
        if (!s.hands() && to - from > wide + 18) {
            g.setFill(Look.color(g, "surface"));
            g.fillRect(from + 6, h / 2 - 8, wide + 6, 16);
            g.setFill(Look.color(g, "ink"));
            g.setFont(what.getFont());
            g.fillText(what.getText(), from + 9, h / 2);
        }
    }

    /** Hands solid, what runs by itself hatched. */
    public static void bar(GraphicsContext g, double from, double to, double top, double height, boolean hands) {
        if (hands) {
            g.setFill(Look.color(g, "hands"));
            g.fillRect(from, top, to - from, height);
            return;
        }
        g.setStroke(Look.color(g, "muted"));
        for (double x = from - height; x < to; x += 6) { // cut by hand: a clip is costly to draw
            double left = Math.max(from, x);
            double right = Math.min(to, x + height);
            g.strokeLine(left, top + height - (left - x), right, top + height - (right - x));
        }
        g.strokeRect(from + 0.5, top + 0.5, to - from - 1, height - 1);
    }

    private static void flag(GraphicsContext g, double x, double h) {
        g.setFill(Look.color(g, "tide"));
        g.fillRect(x - 1, 8, 2, h - 16);
        g.fillPolygon(new double[] {x + 1, x + 13, x + 1}, new double[] {8, 13, 18}, 3);
    }
}
