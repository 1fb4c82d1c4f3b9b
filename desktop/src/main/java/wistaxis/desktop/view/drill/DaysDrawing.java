package wistaxis.desktop.view.drill;

import static wistaxis.core.words.Say.t;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import wistaxis.core.practice.PracticeDay;
import wistaxis.desktop.look.Drawn;
import wistaxis.desktop.look.Look;
import wistaxis.desktop.look.Ui;

/** Practice over days: the part that landed with its 95 % interval, and how many attempts there were. */
public final class DaysDrawing extends Drawing implements Drawn {
    private static final String DAY = "d MMM";
    private static final double EDGE = 46;
    private static final double FOOT = 44;
    private static final int MOST_DAYS = 28;

    private final List<PracticeDay> days;

    public DaysDrawing(List<PracticeDay> all) {
        this.days = all.stream().filter(d -> ChronoUnit.DAYS.between(d.day(), all.getLast().day()) < MOST_DAYS).toList();
        setMinHeight(220);
        setPrefHeight(300);
        setAccessibleText(days.isEmpty() ? t("desktop.drill.no-practice")
                : String.join("; ", days.stream().map(d -> t("desktop.drill.day", "day", d.day(), "n", d.landed(), "of", d.attempts()))
                .toList()));
    }

    @Override
    void draw(GraphicsContext g) {
        double w = getWidth();
        double h = getHeight() - FOOT;
        g.setFill(Look.color(g, "surface"));
        g.fillRect(EDGE, 0, w - EDGE, h);
        g.setTextBaseline(VPos.CENTER);
        g.setFont(Font.font("Lato", 13));
        for (int percent = 0; percent <= 100; percent += 25) {
            double y = y(percent / 100.0, h);
            g.setFill(Look.color(g, "line"));
            g.fillRect(EDGE, y, w - EDGE, 1);
            g.setFill(Look.color(g, "muted"));
            g.setTextAlign(TextAlignment.RIGHT);
            g.fillText(percent + " %", EDGE - 6, Math.clamp(y, 8, h - 6));
        }
        if (days.isEmpty()) {
            g.setTextAlign(TextAlignment.CENTER);
            g.fillText(t("desktop.drill.none"), EDGE + (w - EDGE) / 2, h / 2);
            return;
        }
        LocalDate from = days.getFirst().day();
        long span = Math.max(6, ChronoUnit.DAYS.between(from, days.getLast().day()));
        double before = -1;
        double beforeY = 0;
        for (PracticeDay d : days) {
            double x = EDGE + 26 + (w - EDGE - 52) * ChronoUnit.DAYS.between(from, d.day()) / span;
            double y = y(d.landed() / (double) d.attempts(), h);
            g.setFill(Look.color(g, "tide"));
            g.setGlobalAlpha(0.3);
            g.fillRect(x - 5, y(d.interval().high(), h), 10, y(d.interval().low(), h) - y(d.interval().high(), h));
            g.setGlobalAlpha(1);
            if (before >= 0) {
                g.setStroke(Look.color(g, "ink"));
                g.setLineWidth(2);
                g.strokeLine(before, beforeY, x, y);
            }
            g.setFill(Look.color(g, "ink"));
            g.fillOval(x - 5, y - 5, 10, 10);
            g.setTextAlign(TextAlignment.CENTER);
            g.fillText(Ui.date(DAY, d.day()), x, h + 12);
            g.setFill(Look.color(g, "muted"));
            g.fillText(t("desktop.drill.of", "n", d.landed(), "of", d.attempts()), x, h + 29);
            before = x;
            beforeY = y;
        }
    }

    @Override
    public Table table() {
        return new Table(t("desktop.table.days"), List.of(t("desktop.table.day"), t("desktop.table.landed"), t("desktop.table.interval")),
                days.stream().map(d -> List.of(Ui.date(DAY, d.day()), t("desktop.drill.of", "n", d.landed(), "of", d.attempts()),
                t("desktop.table.percent", "low", Math.round(100 * d.interval().low()), "high", Math.round(100 * d.interval().high()))))
                .toList());
    }

    private static double y(double part, double h) {
        return 8 + (h - 16) * (1 - part);
    }
}
