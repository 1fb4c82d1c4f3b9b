package wistaxis.store.ledger;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Review;
import wistaxis.core.ticket.TicketEvent;

/**
 * What a look through a whole ledger came to.
 *
 * @param last digest of the last entry
 * @param broken what breaks the chain, or is missing at its end; empty when it holds
 * @param read whether somebody has read that and gone on
 * @param findings what cannot have happened, in words
 */
public record LedgerCheck(long entries, String last, Optional<String> broken, boolean read, List<String> findings) {
    public LedgerCheck {
        findings = List.copyOf(findings);
    }

    /** @param seen what is remembered of the ledger; null for nothing */
    public static LedgerCheck of(List<LedgerEntry> entries, @Nullable LedgerSeen seen, Instant now) {
        Running check = new Running(seen, now);
        entries.forEach(check::add);
        return check.end();
    }

    /**
     * Only the end of a ledger: whether it is still what is remembered, and what comes after that follows from it.
     *
     * @param entries from the last remembered one on
     */
    public static LedgerCheck end(List<LedgerEntry> entries, @Nullable LedgerSeen seen, Instant now) {
        Running check = new Running(entries.isEmpty() ? new Chain() : Chain.from(entries.getFirst()), seen, now);
        entries.forEach(check::add);
        LedgerCheck found = check.end();
        // what can have happened is not to be seen from an end
        return new LedgerCheck(found.entries(), found.last(), found.broken(), found.read(), List.of());
    }

    public boolean clean() {
        return broken.isEmpty() && findings.isEmpty();
    }

    /** What a later look can be measured by. */
    public LedgerSeen seen(Instant now) {
        return new LedgerSeen(entries, last, now);
    }

    /** The look while it goes on, entry by entry. */
    static final class Running {
        private final @Nullable LedgerSeen seen;
        private final Chain chain;
        private final Review review;
        private final Set<String> read = new HashSet<>();
        private final Map<Long, List<Anchor>> anchors = new TreeMap<>();
        private @Nullable String unanchored;
        private String there = Chain.START;

        Running(@Nullable LedgerSeen seen, Instant now) {
            this(new Chain(), seen, now);
        }

        private Running(Chain chain, @Nullable LedgerSeen seen, Instant now) {
            this.chain = chain;
            this.seen = seen;
            this.review = new Review(now);
        }

        /** Anchors that the ledger has to agree with. */
        Running anchored(List<Anchor> all) {
            all.forEach(a -> anchors.computeIfAbsent(a.entry(), _ -> new ArrayList<>()).add(a));
            return this;
        }

        void add(LedgerEntry e) {
            add(e, e.event());
        }

        void add(LedgerEntry e, TicketEvent event) {
            chain.add(e);
            review.add(e, event);
            if (e.ofBench() && event instanceof TicketEvent.BreakRead(String says)) {
                read.add(says);
            }
            for (Anchor anchor : Objects.requireNonNullElse(anchors.remove(e.number()), List.<Anchor>of())) {
                if (unanchored == null && !e.digest().startsWith(anchor.digest())) {
                    unanchored = anchor.words() + " says that entry [" + e.number() + "] has the digest [" + anchor.digest()
                            .substring(0, 12) + "], and it has [" + e.head()
                            + "]: the ledger was made anew since";
                }
            }
            if (seen != null && chain.entries() == seen.entries()) {
                there = e.digest();
            }
        }

        LedgerCheck end() {
            return end(List.of());
        }

        /** @param tables what is wrong with what is computed from the entries */
        LedgerCheck end(List<String> tables) {
            Optional<String> broken = chain.broken().or(this::missing).or(this::unanchored);
            return new LedgerCheck(chain.entries(), chain.last(), broken, broken.filter(read::contains).isPresent(),
                    Stream.concat(review.findings().stream(), tables.stream()).toList());
        }

        private Optional<String> unanchored() {
            return Optional.ofNullable(unanchored).or(() -> anchors.values().stream().flatMap(List::stream)
                    .filter(a -> a.entry() > chain.entries()).findFirst()
                    .map(a -> a.words() + " is of entry [" + a.entry() + "], and there are [" + chain.entries()
                    + "]: the end is missing, or this is another ledger"));
        }

        private Optional<String> missing() {
            if (seen == null) {
                return Optional.empty();
            }
            String then = "on " + seen.at().toString().substring(0, Math.min(10, seen.at().toString().length())) + " there were ["
                    + seen.entries() + "] entries";
            return chain.entries() < seen.entries()
                    ? Optional.of(then + ", now there are [" + chain.entries() + "]: the end is missing, or this is another ledger")
                    : there.equals(seen.last()) ? Optional.empty()
                    : Optional.of(then + ", the last with another digest than entry [" + seen.entries()
                    + "] has now: the ledger was made anew");
        }
    }
}
