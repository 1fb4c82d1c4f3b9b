package wistaxis.core.plan;

import org.jspecify.annotations.Nullable;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;

/**
 * A stretch of a job. The tasks of a job follow each other.
 *
 * @param seconds how long it takes; of a stretch whose length is known all three are the same
 * @param need what it takes besides time
 * @param port whether the device hangs on a port of a computer meanwhile; a port is kept over all tasks of a row that want one
 * @param file what is fetched, where it is a download: one file is fetched once for all; null where nobody else fetches the same
 * @param work what kind of work it is, for whoever cannot do it; null where everybody can
 * @param within how long after the task before it, or the plan's beginning, it may begin, seconds; later the device has left its mode and
 *     has to be put back first; {@link #EVER} for any time
 */
public record Task(Text what, Range seconds, Need need, boolean port, @Nullable String file, @Nullable String work, long within) {
    /** No device leaves a mode meanwhile. */
    public static final long EVER = Long.MAX_VALUE / 4;

    /** What a task takes: nobody, one pair of hands, the internet connection, or its owner. */
    public enum Need { NOTHING, HANDS, LINE, OWNER }

    public Task(Text what, Range seconds, Need need, boolean port, @Nullable String file) {
        this(what, seconds, need, port, file, null, EVER);
    }

    public Task(Text what, Range seconds, Need need, boolean port, @Nullable String file, @Nullable String work) {
        this(what, seconds, need, port, file, work, EVER);
    }

    public Task {
        if (!(seconds.low() >= 0) || seconds.high() > LONGEST) {
            throw new IllegalArgumentException("[" + seconds + "] is no length of a task; 0 to " + LONGEST + " s");
        }
        if (file != null && need != Need.LINE) {
            throw new IllegalArgumentException("only a download has a file [" + file + "]");
        }
    }

    /** No task is longer: ten years. */
    public static final double LONGEST = 10 * 366 * 86_400.0;

    /** A task of a known length. */
    public static Task of(Text what, double seconds, Need need) {
        return new Task(what, new Range(seconds, seconds, seconds, 0), need, false, null);
    }

    public boolean hands() {
        return need == Need.HANDS;
    }

    /**
     * The length that is planned with, whole seconds: four times in five it takes no longer. Interpolated between the middle and the
     * ninth tenth.
     */
    public long planned() {
        return Math.round(quantile(0.8));
    }

    /**
     * How long it takes at a quantile, seconds: straight between a tenth, the middle and nine tenths, and as steep beyond.
     *
     * @param p 0 to 1
     */
    public double quantile(double p) {
        double low = (seconds.mid() - seconds.low()) / 0.4;
        double high = (seconds.high() - seconds.mid()) / 0.4;
        return Math.max(0, seconds.mid() + (p - 0.5) * (p < 0.5 ? low : high));
    }
}
