package wistaxis.desktop.view.timeline;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;
import javafx.scene.text.Font;
import wistaxis.core.ticket.Timeline;
import wistaxis.desktop.look.Drawn;
import wistaxis.desktop.look.Look;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.bench.TimeLane;

/**
 * The time of a ticket from left to right: hands solid, what runs by itself hatched, the line as a double stroke, lying there as a gap. A
 * gap takes no more room than a quarter of an hour, and says how long it was.
 */
final class TimelineLane extends Region implements Drawn {
    private static final double MOST_GAP = 900;
    private static final double TOP = 22;
    private static final double HEIGHT = 30;
    private static final double WIDE_ENOUGH = 46;
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT).withZone(ZoneId.systemDefault());
    private static final String DAY = "d MMM HH:mm";

    private final Canvas canvas = new Canvas();
    private final Timeline timeline;

    TimelineLane(Timeline timeline) {
        this.timeline = timeline;
        setId("timeline-lane");
        getChildren().add(canvas);
        setPrefHeight(TOP + HEIGHT + 22);
        setMinHeight(TOP + HEIGHT + 22);
    }

    private static double room(Timeline.Stretch s) {
        double seconds = s.length().toMillis() / 1000.0;
        return s.kind() == Timeline.Kind.LIES ? Math.min(MOST_GAP, seconds) : seconds;
    }

    @Override
    protected void layoutChildren() {
        canvas.setWidth(getWidth());
        canvas.setHeight(getHeight());
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        g.setTextBaseline(VPos.CENTER);
        g.setFont(Font.font("Lato", 13));
        List<Timeline.Stretch> all = timeline.stretches();
        double each = (getWidth() - 2) / Math.max(1, all.stream().mapToDouble(TimelineLane::room).sum());
        double x = 1;
        double free = 0;
        for (Timeline.Stretch s : all) {
            double to = x + each * room(s);
            draw(g, s, x, to);
            boolean first = x <= 1;
            if (x >= free && (first || x + 50 < getWidth())) {
                String at = first ? Ui.date(DAY, s.from()) : CLOCK.format(s.from());
                g.setFill(Look.color(g, "muted"));
                g.fillText(at, x, 10);
                free = x + (first ? 96 : 52);
            }
            x = to;
        }
    }

    private static void draw(GraphicsContext g, Timeline.Stretch s, double from, double to) {
        switch (s.kind()) {
            case HANDS -> TimeLane.bar(g, from, Math.max(to, from + 1), TOP, HEIGHT, true);
            case RUNS -> TimeLane.bar(g, from, to, TOP, HEIGHT, false);
            case LINE -> {
                g.setFill(Look.color(g, "tide"));
                g.fillRect(from, TOP + 6, to - from, 5);
                g.fillRect(from, TOP + HEIGHT - 11, to - from, 5);
            }
            case LIES -> {
                g.setFill(Look.color(g, "muted"));
                g.fillRect(from, TOP + HEIGHT / 2, to - from, 1);
            }
        }
        String words = s.kind() == Timeline.Kind.LIES ? Ui.coarse(s.length()) : s.kind() == Timeline.Kind.RUNS ? s.what() : "";
        if (!words.isEmpty() && to - from > WIDE_ENOUGH) {
            double width = Math.min(to - from - 6, 7.2 * words.length() + 8);
            g.setFill(Look.color(g, "surface"));
            g.fillRect(from + 3, TOP + HEIGHT / 2 - 9, width, 18);
            g.setFill(Look.color(g, "ink"));
            g.fillText(words, from + 7, TOP + HEIGHT / 2, width - 6);
        }
    }

    @Override
    public Table table() {
        return new Table(t("desktop.table.timeline"), List.of(t("desktop.table.from"), t("desktop.table.to"), t("desktop.table.kind"),
                t("desktop.table.what")), timeline.stretches().stream().map(s -> List.of(Ui.date(DAY, s.from()), CLOCK.format(s.to()),
                s.kind().words().toString(), s.what())).toList());
    }

    /** What the lane says, for whoever reads it by ear. */
    static String words(Timeline timeline) {
        StringBuilder all = new StringBuilder();
        timeline.seconds().forEach((kind, seconds) -> all.append(all.isEmpty() ? "" : ", ").append(kind.words()).append(' ')
                .append(Ui.coarse(Duration.ofSeconds(Math.round(seconds)))));
        return all.toString();
    }
}
