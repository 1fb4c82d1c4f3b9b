package wistaxis.core.outside;

/** The world outside does not answer, or not as agreed; the message says who and what to do. */
public final class OutsideTrouble extends Exception {
    private static final long serialVersionUID = 1L;

    public OutsideTrouble(String message) {
        super(message);
    }

    public OutsideTrouble(String message, Throwable cause) {
        super(message, cause);
    }
}
