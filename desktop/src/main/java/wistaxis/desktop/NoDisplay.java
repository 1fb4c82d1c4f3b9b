package wistaxis.desktop;

import static wistaxis.core.words.Say.t;

/** There is nothing to open a window on. */
public final class NoDisplay extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private NoDisplay(Throwable cause) {
        super(t("desktop.no-display", "why", cause.getMessage()), cause);
    }

    /**
     * Starts JavaFX. What an application throws at its own start comes wrapped; only the platform itself says that something is
     * unsupported.
     */
    public static void unless(Runnable start) {
        try {
            start.run();
        } catch (UnsupportedOperationException e) {
            throw new NoDisplay(e);
        }
    }
}
