package wistaxis.cli;

/** The answer to a proper question is no; exit status 1. */
final class Refusal extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Refusal(String message) {
        super(message);
    }
}
