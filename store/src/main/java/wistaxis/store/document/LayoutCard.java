package wistaxis.store.document;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Reading;
import wistaxis.core.buttons.Rehearsal.Span;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.coach.Score;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.facts.Provenance;
import wistaxis.core.practice.Margin;
import wistaxis.core.words.Text;

/**
 * One page for the wall: every method of a family as a small score with its seconds and margins, what is seen on the way, and what went
 * wrong.
 */
public final class LayoutCard {
    private static final int INK = 0x26221c;
    private static final int MUTED = 0x6b6255;
    private static final int LINE = 0xd8cdb9;
    private static final int HOLD = 0x1f5a57;
    private static final int SLACK = 0xb9d3cf;
    private static final int DOCUMENT = 0xffffff;
    private static final float EDGE = 30;
    private static final float GUTTER = 16;
    private static final float COLUMN = (Page.WIDTH - 2 * EDGE - GUTTER) / 2;
    private static final float NAMES = 58;

    /** A method is a head of words and its lanes, with a gap to the next. */
    private static final float HEAD = 15;
    private static final float GAP = 5;
    private static final float TALLEST_LANE = 16;
    private static final float LOWEST_LANE = 8;
    private static final float SMALL = 7.5f;
    private static final float FLOOR = Page.HEIGHT - 24;
    private static final Text CAUTION = Text.of("store.card.caution");

    /** What is read alike whichever of the two was wanted is said once. */
    private static final List<Reading> EITHER = Reading.of(Goal.DFU).stream().filter(Reading.of(Goal.RECOVERY)::contains).toList();
    private static final List<Reading> DFU = Reading.of(Goal.DFU).stream().filter(r -> !EITHER.contains(r)).toList();
    private static final List<Reading> RECOVERY = Reading.of(Goal.RECOVERY).stream().filter(r -> !EITHER.contains(r)).toList();

    private final Page page;
    private final LayoutFacts family;
    private float lane = TALLEST_LANE;

    private LayoutCard(Page page, LayoutFacts family) {
        this.page = page;
        this.family = family;
    }

    /** The card as a PDF file of one page. @param methods with the shop's own */
    public static byte[] pdf(ButtonLayout which, SequenceLibrary methods) throws IOException {
        LayoutFacts family = DeviceCatalogue.shipped().family(which);
        try (Page page = new Page(t("store.card.title", "layout", which.words()))) {
            new LayoutCard(page, family).draw(methods.all().stream().filter(s -> s.family() == which)
                    .sorted(Comparator.comparing(ButtonSequence::goal)).toList());
            return page.pdf();
        }
    }

    private void draw(List<ButtonSequence> methods) throws IOException {
        float title = page.text(family.family().toString(), EDGE, 44, 22, true, INK) + 14;
        float y = page.paragraph(family.tellTale().toString(), EDGE + title, 36, Page.WIDTH - 2 * EDGE - title, 8.5f, false, MUTED);
        y = Math.max(y, 52) + 4;
        page.text(t("store.card.legend"), EDGE, y, SMALL, false, MUTED);
        float top = y + 10;
        float table = FLOOR - 36 - page.height(CAUTION.toString(), Page.WIDTH - 2 * EDGE, SMALL, true) - Math.max(height(DFU) + 12
                + height(RECOVERY),
                height(EITHER));
        while (lane > LOWEST_LANE && columns(methods, top, false) > table) {
            lane -= 0.25f;
        }
        readings(columns(methods, top, true) + 2);
        page.text(t("store.card.foot"), EDGE, Page.HEIGHT - 14, 7, false, MUTED);
    }

    /** The methods in two columns, each put where there is more room. @return where the longer one ends */
    private float columns(List<ButtonSequence> methods, float top, boolean draw) throws IOException {
        float[] ends = {top, top};
        for (ButtonSequence method : methods) {
            int column = ends[0] <= ends[1] ? 0 : 1;
            if (draw) {
                score(method, EDGE + column * (COLUMN + GUTTER), ends[column]);
            }
            ends[column] += HEAD + (method.buttons().size() + 1) * lane + GAP;
        }
        return Math.max(ends[0], ends[1]);
    }

    /** A method drawn at a place: a line of words, a lane a button, a lane of what is seen. */
    private void score(ButtonSequence method, float x, float y) throws IOException {
        Score score = Score.of(method, family, method.from().getFirst());
        Map<DeviceButton, List<Score.Bar>> bars = score.bars();
        List<Margin> margins = Margin.of(method, family, method.from().getFirst());
        double seconds = Math.max(6, score.spans().getLast().endNanos() / 1e9 * 1.12);
        float scale = (float) ((COLUMN - NAMES) / seconds);
        float w = page.text(goal(method.goal()), x, y + HEAD - 4, 10, true, INK);
        page.text(method.name() + note(method), x + w + 6, y + HEAD - 4, 8.5f, false, MUTED);
        float at = y + HEAD;
        for (DeviceButton button : bars.keySet()) {
            page.text(button.words().toString(), x, at + lane - 3.5f, 8.5f, false, INK);
            page.box(x + NAMES, at + lane, COLUMN - NAMES, 0.4f, LINE);
            for (Score.Bar bar : bars.get(button)) {
                bar(score, margins, bar, x + NAMES, at + 1.5f, scale);
            }
            at += lane;
        }
        sights(score, x, at, scale);
    }

    private void bar(Score score, List<Margin> margins, Score.Bar bar, float x, float y, float scale) throws IOException {
        float height = lane - 3;
        float from = x + at(score.spans().get(bar.firstStep()).startNanos(), scale);
        long end = score.spans().get(bar.lastStep()).endNanos() - (bar.tap() ? 300_000_000L : 0);
        float to = x + at(end, scale);
        Margin margin = margins.get(bar.lastStep());
        float limit = x + (COLUMN - NAMES);
        float latest = margin.latest() == null ? limit : Math.min(limit, to + (float) (margin.latest() - margin.nominal()) * scale);
        if (!bar.tap() && margin.byHand()) {
            page.box(to, y, Math.max(0, latest - to), height, SLACK);
        }
        page.box(from, y, Math.max(2, to - from), height, HOLD);
        if (bar.tap()) {
            return;
        }
        for (int step = bar.firstStep(); step <= bar.lastStep(); step++) {
            Span span = score.spans().get(step);
            String words = words(score.step(step), score.lengthNanos(step));
            float left = x + at(span.startNanos(), scale);
            page.box(x + at(span.endNanos(), scale) - 0.3f, y, 0.6f, height, DOCUMENT);
            if (page.width(words, SMALL, true) < at(span.endNanos() - span.startNanos(), scale) - 3) {
                page.text(words, left + 2, y + height - 2.5f, SMALL, true, DOCUMENT);
            }
        }
    }

    private void sights(Score score, float x, float y, float scale) throws IOException {
        page.text(t("store.card.seen"), x, y + lane - 3, 8, false, MUTED);
        float free = 0;
        for (int i = 0; i < score.steps(); i++) {
            ButtonStep step = score.step(i);
            String words = step.until() != null ? step.until().byComputer() ? t("store.card.computer", "mark", step.until().mark())
                    : step.until().mark()
                    : step.action() == ButtonStep.Action.PLUG ? t("store.card.plug-in") : step.action() == ButtonStep.Action.DRAG
                    ? t("store.card.drag") : "";
            if (words.isEmpty()) {
                continue;
            }
            float width = page.width(words, SMALL, false);
            float at = x + NAMES + at(score.spans().get(i).endNanos(), scale);
            float left = Math.max(free, Math.min(at - width / 2, x + COLUMN - width));
            page.box(at - 0.3f, y, 0.6f, 3, INK);
            page.text(words, left, y + lane - 2.5f, SMALL, false, INK);
            free = left + width + 3;
        }
    }

    private static String words(ButtonStep step, long nanos) {
        long seconds = Math.round(nanos / 1e9);
        return step.until() == null ? seconds + " s" : step.seconds() == null ? t("store.card.hold") : t("store.card.up-to", "seconds",
                Math.round(step.seconds()));
    }

    private static float at(long nanos, float scale) {
        return (float) (nanos / 1e9 * scale);
    }

    private static String note(ButtonSequence method) {
        List<String> notes = new ArrayList<>();
        if (method.minority()) {
            notes.add(t("store.card.few"));
        }
        if (method.plugged() || method.goal() == Goal.RECOVERY || method.goal() == Goal.DFU) {
            notes.add(t(method.plugged() ? "store.card.plugged" : "store.card.unplugged"));
        }
        if (method.from().size() == 1) {
            notes.add(method.from().getFirst().words().toString());
        }
        if (method.provenance() == Provenance.MEMORY) {
            notes.add(t("store.card.from-memory"));
        }
        return notes.isEmpty() ? "" : ", " + String.join(", ", notes);
    }

    private static String goal(Goal goal) {
        return t("store.card.goal." + goal);
    }

    private void readings(float from) throws IOException {
        page.box(EDGE, from, Page.WIDTH - 2 * EDGE, 0.8f, INK);
        page.text(t("store.card.what-happened"), EDGE, from + 13, 10, true, INK);
        float left = rows(t("store.card.wanted-recovery"), RECOVERY, EDGE, rows(t("store.card.wanted-dfu"), DFU, EDGE, from + 25) + 1);
        float right = rows(t("store.card.wanted-either"), EITHER, EDGE + COLUMN + GUTTER, from + 25);
        page.paragraph(CAUTION.toString(), EDGE, Math.max(left, right) + 2, Page.WIDTH - 2 * EDGE, SMALL, true, INK);
    }

    private float rows(String title, List<Reading> readings, float x, float from) throws IOException {
        page.text(title, x, from, 9, true, INK);
        float y = from + 11;
        for (Reading r : readings) {
            y = page.paragraph(seen(r), x, y, COLUMN, SMALL, true, INK);
            y = page.paragraph(means(r), x + 8, y, COLUMN - 8, SMALL, false, INK) + 1;
        }
        return y;
    }

    private float height(List<Reading> readings) throws IOException {
        float height = 0;
        for (Reading r : readings) {
            height += page.height(seen(r), COLUMN, SMALL, true) + page.height(means(r), COLUMN - 8, SMALL, false) + 1;
        }
        return height;
    }

    private static String seen(Reading r) {
        return t("store.card.sees", "screen", r.sees().getFirst().words(), "computer", r.computer().stream().map(h -> h.words().toString())
                .collect(Collectors.joining(" / ")));
    }

    private static String means(Reading r) {
        return r.state() + " " + r.next();
    }
}
