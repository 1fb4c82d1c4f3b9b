package wistaxis.store.ledger;

/** The ledger file cannot be used; the message names it, says what is wrong and what to do. The file is left as it was found. */
public final class LedgerDamaged extends RuntimeException {
    private static final long serialVersionUID = 1L;

    LedgerDamaged(String message, Throwable cause) {
        super(message, cause);
    }
}
