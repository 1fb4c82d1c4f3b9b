package wistaxis.core.facts;

import static wistaxis.core.words.Say.t;

import java.util.function.BooleanSupplier;

/**
 * Counts what reading an input costs: objects looked at, bytes made. Beyond what any genuine one needs it is refused, and whoever waits
 * can stop it. Not thread-safe.
 */
public final class Work {
    private static final int LOOK_EVERY = 1 << 16;

    private final long most;
    private final BooleanSupplier goOn;
    private long done;
    private long nextLook = LOOK_EVERY;

    /** The reading was given up by whoever waited for it. */
    public static final class Stopped extends RuntimeException {
        private static final long serialVersionUID = 1L;

        Stopped() {
            super("stopped");
        }
    }

    /**
     * @param most units of work, about a byte each
     * @param goOn asked now and then; answering false stops
     */
    public Work(long most, BooleanSupplier goOn) {
        this.most = most;
        this.goOn = goOn;
    }

    /**
     * @param units 0 or more
     * @throws BadInput when that is too much
     * @throws Stopped when nobody waits any more
     */
    public void spend(long units) {
        done += units;
        if (done > most) {
            throw new BadInput(t("core.bad.too-much-work", "most", most));
        }
        if (done >= nextLook) {
            nextLook = done + LOOK_EVERY;
            if (!goOn.getAsBoolean()) {
                throw new Stopped();
            }
        }
    }
}
