package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** What is wrong with a server that a ledger is kept on, told apart; and what to do. */
public final class ServerProblem extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final Kind kind;

    /** What it is. */
    public enum Kind { NOT_REACHED, NO_ANSWER, NO_NAME, CERTIFICATE, PASSWORD, NO_DATABASE, NO_RIGHT, FULL, READ_ONLY, BROKEN, OLD,
            ENCODING,
            NOT_OURS, EMPTY, OTHER }

    /** What was found there without anything going wrong. @param says what it is there */
    public ServerProblem(Kind kind, ServerAddress address, String says) {
        this(kind, address, says, null);
    }

    /** @param address of the server @param says what it said itself */
    public ServerProblem(Kind kind, ServerAddress address, String says, @Nullable Throwable cause) {
        super(t("store.server." + kind.name().toLowerCase(Locale.ROOT).replace('_', '-'), "address", address, "says", says), cause);
        this.kind = kind;
    }

    public Kind kind() {
        return kind;
    }

    /** Whether it may be over by itself soon: nothing was refused. */
    public boolean isAway() {
        return kind == Kind.NOT_REACHED || kind == Kind.NO_ANSWER || kind == Kind.NO_NAME;
    }
}
