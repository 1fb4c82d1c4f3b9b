package wistaxis.core.ticket;

import static wistaxis.core.words.Say.t;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Sha256;

/** The chain of digests that joins every ledger entry to the one before, so that a change or a gap shows. Fed entry by entry, in order. */
public final class Chain {
    /** What the first entry follows. */
    public static final String START = "0".repeat(64);

    private String last = START;
    private long entries;
    private @Nullable String broken;

    /** A chain that is looked at from an entry on, which is believed to follow the one before. */
    public static Chain from(LedgerEntry first) {
        Chain chain = new Chain();
        chain.last = first.previous();
        chain.entries = first.number() - 1;
        return chain;
    }

    /** The next entry after the one whose digest is given. */
    public static LedgerEntry link(String previous, long number, String ticket, Instant at, @Nullable Instant wall, String body) {
        return new LedgerEntry(number, ticket, at, wall, body, previous, digest(previous, number, ticket, at, wall, body));
    }

    /** @return what breaks the chain, in words; empty when it holds. The end of a chain cannot be missed by itself. */
    public static Optional<String> verify(List<LedgerEntry> entries) {
        Chain chain = new Chain();
        entries.forEach(chain::add);
        return chain.broken();
    }

    /** Takes the next entry; the first break stands. */
    public void add(LedgerEntry e) {
        long number = ++entries;
        if (broken == null) {
            broken = against(number, e);
        }
        last = e.digest();
    }

    private @Nullable String against(long number, LedgerEntry e) {
        if (e.number() != number) {
            return t("core.ledger.missing", "number", number, "next", e.number());
        }
        if (!e.previous().equals(last)) {
            return t("core.ledger.no-link", "number", number, "link", head(e.previous()), "expected", head(last));
        }
        return digest(last, number, e.ticket(), e.at(), e.wall(), e.body()).equals(e.digest()) ? null
                : t("core.ledger.changed", "number", number, "ticket", e.ticket());
    }

    /** What breaks the chain, in words; empty while it holds. */
    public Optional<String> broken() {
        return Optional.ofNullable(broken);
    }

    /** The digest of the last entry. */
    public String last() {
        return last;
    }

    public long entries() {
        return entries;
    }

    static String head(String digest) {
        return digest.substring(0, Math.min(12, digest.length()));
    }

    private static String digest(String previous, long number, String ticket, Instant at, @Nullable Instant wall, String body) {
        String five = String.join("\n", previous, Long.toString(number), ticket, at.toString(), body);
        return Sha256.of((wall == null ? five : five + "\nwall " + wall).getBytes(StandardCharsets.UTF_8));
    }
}
