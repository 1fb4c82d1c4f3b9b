package wistaxis.store.ledger;

/** The ticket is not as it was when it was decided what to append. */
public final class Moved extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Moved(String ticket, long seen, long now) {
        super("ticket [" + ticket + "] has moved on: its last entry was [" + seen + "] when this was decided and is [" + now
                + "] now. Look at it again; nothing was written.");
    }
}
