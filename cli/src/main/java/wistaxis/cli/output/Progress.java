package wistaxis.cli.output;

import static wistaxis.core.words.Say.t;

import java.io.PrintWriter;
import java.util.function.DoubleConsumer;

/**
 * How far something long is, on standard error, for whoever waits at a terminal; silent for what is short. Ctrl-C stops it as usual:
 * nothing is written before the end.
 */
public final class Progress implements DoubleConsumer {
    private static final long FIRST_NANOS = 2_000_000_000L;
    private static final long AGAIN_NANOS = 5_000_000_000L;

    /** Of less nobody can tell how long the rest takes. */
    private static final double TELLING = 0.02;

    private final PrintWriter err;
    private final String what;
    private final long began = System.nanoTime();
    private long next = began + FIRST_NANOS;
    private double base;
    private double share = 1;

    Progress(PrintWriter err, String what) {
        this.err = err;
        this.what = what;
    }

    /** What follows is the n-th of so many parts of about the same length. */
    public Progress part(int n, int of) {
        base = n / (double) of;
        share = 1.0 / of;
        return this;
    }

    @Override
    public synchronized void accept(double done) {
        long now = System.nanoTime();
        double all = base + share * done;
        if (now - next >= 0 && all >= TELLING) {
            next = now + AGAIN_NANOS;
            err.println("wistaxis: " + t("cli.progress.done", "what", what, "percent", Math.round(100 * all), "seconds",
                    Math.round((now - began) / 1e9 * (1 - all) / all)));
        }
    }
}
