package wistaxis.core.outside;

/** The world outside does not answer, or not as agreed; the message says who and what to do. */
public final class OutsideProblem extends Exception {
    private static final long serialVersionUID = 1L;

    public OutsideProblem(String message) {
        super(message);
    }

    public OutsideProblem(String message, Throwable cause) {
        super(message, cause);
    }
}
