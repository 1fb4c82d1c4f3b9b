package wistaxis.core.facts;

/**
 * Input from outside (a file, an argument, an import) that cannot be used; the message names the place, the value and what to do, and
 * holds no letter that moves a terminal.
 */
public class BadInput extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public BadInput(String message) {
        super(Shown.message(message));
    }

    public BadInput(String message, Throwable cause) {
        super(Shown.message(message), cause);
    }
}
