package wistaxis.desktop;

/** There is nothing to open a window on. */
public final class NoDisplay extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private NoDisplay(Throwable cause) {
        super("there is no display to open the window on (" + cause.getMessage()
                + "). Start it from a desktop session; the commands of \"wistaxis --help\" need none.", cause);
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
