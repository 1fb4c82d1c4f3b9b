package wistaxis.cli.output;

/** The answer to a proper question is no; exit status 1. */
public final class Refusal extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public Refusal(String message) {
        super(message);
    }
}
