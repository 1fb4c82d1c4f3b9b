package wistaxis.core.ticket;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wistaxis.core.facts.Sha256;

/** The chain of digests that joins every ledger entry to the one before, so that a change or a gap shows. */
public final class Chain {
    /** What the first entry follows. */
    public static final String START = "0".repeat(64);

    private Chain() {}

    /** The next entry after the one whose digest is given. */
    public static LedgerEntry link(String previous, long number, String ticket, Instant at, String body) {
        return new LedgerEntry(number, ticket, at, body, previous, digest(previous, number, ticket, at, body));
    }

    /** @return what breaks the chain, in words; empty when it holds. The end of a chain cannot be missed by itself. */
    public static Optional<String> verify(List<LedgerEntry> entries) {
        String previous = START;
        long number = 1;
        for (LedgerEntry e : entries) {
            if (e.number() != number) {
                return Optional.of("entry [" + number + "] is missing: the next one there is [" + e.number() + "]");
            }
            if (!e.previous().equals(previous)) {
                return Optional.of("entry [" + number + "] does not follow the one before it: its link is [" + head(e.previous()) + "], expected ["
                        + head(previous) + "]");
            }
            if (!digest(previous, number, e.ticket(), e.at(), e.body()).equals(e.digest())) {
                return Optional.of("entry [" + number + "] of ticket [" + e.ticket() + "] was changed after it was written");
            }
            previous = e.digest();
            number++;
        }
        return Optional.empty();
    }

    private static String head(String digest) {
        return digest.substring(0, Math.min(12, digest.length()));
    }

    private static String digest(String previous, long number, String ticket, Instant at, String body) {
        return Sha256.of(String.join("\n", previous, Long.toString(number), ticket, at.toString(), body).getBytes(StandardCharsets.UTF_8));
    }
}
