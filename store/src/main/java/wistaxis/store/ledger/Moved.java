package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

/** The ticket is not as it was when it was decided what to append. */
public final class Moved extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public Moved(String ticket, long seen, long now) {
        super(t("store.ledger.moved", "number", ticket, "seen", seen, "now", now));
    }
}
