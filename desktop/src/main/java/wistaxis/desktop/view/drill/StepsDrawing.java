package wistaxis.desktop.view.drill;

import static wistaxis.core.words.Say.t;

import java.util.List;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import javafx.scene.text.TextAlignment;
import wistaxis.core.practice.StepScore;
import wistaxis.core.words.Say;
import wistaxis.desktop.look.Drawn;
import wistaxis.desktop.look.Look;

/** How each step of an attempt went: a margin as a bar, the right moment as a line in it, the hand as a mark, and the same in words. */
public final class StepsDrawing extends Drawing implements Drawn {
    private static final double ROW = 22;
    private static final double NAMES = 250;
    private static final double WORDS = 250;

    /** What is drawn to either side of the right moment, milliseconds. */
    private static final double REACH = 4000;

    private final List<StepScore> steps;

    public StepsDrawing(List<StepScore> steps) {
        this.steps = steps;
        setMinHeight(steps.size() * ROW + 4);
        setPrefHeight(steps.size() * ROW + 4);
        setAccessibleText(String.join("; ", steps.stream().map(s -> s.what() + ": " + words(s)).toList()));
    }

    /** A step's score in words, for example "120 ms late, in time". */
    public static String words(StepScore s) {
        Long late = s.late();
        if (late == null) {
            return t("desktop.steps.not-done");
        }
        if (Math.abs(late) < 5 && s.inTime()) {
            return t("desktop.steps.exact");
        }
        String key = late < 0 ? s.inTime() ? "early-fine" : "too-early" : s.inTime() ? "late-fine" : "too-late";
        return t("desktop.steps." + key, "ms", Math.abs(late));
    }

    @Override
    void draw(GraphicsContext g) {
        g.setTextBaseline(VPos.CENTER);
        for (int i = 0; i < steps.size(); i++) {
            row(g, steps.get(i), i * ROW);
        }
    }

    @Override
    public Table table() {
        return new Table(t("desktop.table.steps"), List.of(t("desktop.table.step"), t("desktop.table.when"), t("desktop.table.limits")),
                steps.stream().map(s -> List.of(s.what(), words(s), limits(s))).toList());
    }

    private double x(double millis) {
        double w = getWidth() - NAMES - WORDS;
        return NAMES + w / 2 + Math.clamp(millis / REACH, -1, 1) * w / 2;
    }

    private void row(GraphicsContext g, StepScore s, double y) {
        double mid = y + ROW / 2;
        g.setTextAlign(TextAlignment.LEFT);
        g.setFill(Look.color(g, "ink"));
        g.setFont(Font.font("Lato", FontWeight.BOLD, 14));
        g.fillText(s.what(), 0, mid, NAMES - 10);
        double to = s.to() == null ? REACH : s.to();
        g.setFill(Look.color(g, "tide"));
        g.setGlobalAlpha(0.3);
        g.fillRect(x(s.from()), mid - 6, Math.max(2, x(to) - x(s.from())), 12);
        g.setGlobalAlpha(1);
        g.fillRect(x(0) - 1, mid - 6, 2, 12);
        Long late = s.late();
        if (late != null) {
            g.setFill(Look.color(g, s.inTime() ? "ink" : "erases"));
            g.fillPolygon(new double[] {x(late), x(late) - 6, x(late) + 6}, new double[] {mid - 2, mid + 9, mid + 9}, 3);
            g.fillRect(x(late) - 1, mid - 9, 2, 14);
        }
        g.setFill(Look.color(g, s.inTime() ? "ink" : "erases"));
        g.setFont(Font.font("Lato", FontWeight.NORMAL, 14));
        g.fillText(words(s) + "  " + limits(s), getWidth() - WORDS + 10, mid, WORDS - 10);
    }

    private static String limits(StepScore s) {
        Long to = s.to();
        double from = Math.round(s.from() / 100.0) / 10.0;
        return to == null ? t("desktop.steps.from", "from", from) : t("desktop.steps.limits", "from", from, "to", String.format(
                Say.language().locale(), "%+.1f", to / 1000.0));
    }
}
