package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
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
        private static final Pattern VALUE = Pattern.compile("\\[[^\\]]*\\]");

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

        /** What is in brackets in a finding: the same in every language and wording, so that what was read counts as read in each. */
        private static String values(String says) {
            return VALUE.matcher(says).results().map(MatchResult::group).toList().toString();
        }

        void add(LedgerEntry e) {
            add(e, e.event());
        }

        void add(LedgerEntry e, TicketEvent event) {
            chain.add(e);
            review.add(e, event);
            if (e.ofBench() && event instanceof TicketEvent.BreakRead(String says)) {
                read.add(values(says));
            }
            for (Anchor anchor : Objects.requireNonNullElse(anchors.remove(e.number()), List.<Anchor>of())) {
                if (unanchored == null && !e.digest().startsWith(anchor.digest())) {
                    unanchored = t("store.ledger.anchor-digest", "anchor", anchor.words(), "number", String.valueOf(e.number()), "says",
                            anchor.digest().substring(0, 12), "has", e.head());
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
            return new LedgerCheck(chain.entries(), chain.last(), broken, broken.map(Running::values).filter(read::contains).isPresent(),
                    Stream.concat(review.findings().stream(), tables.stream()).toList());
        }

        private Optional<String> unanchored() {
            return Optional.ofNullable(unanchored).or(() -> anchors.values().stream().flatMap(List::stream)
                    .filter(a -> a.entry() > chain.entries()).findFirst()
                    .map(a -> t("store.ledger.anchor-end", "anchor", a.words(), "number", String.valueOf(a.entry()), "entries",
                    String.valueOf(chain.entries()))));
        }

        private Optional<String> missing() {
            if (seen == null) {
                return Optional.empty();
            }
            LocalDate day = LocalDate.ofInstant(seen.at(), ZoneId.systemDefault());
            return chain.entries() < seen.entries() ? Optional.of(t("store.ledger.fewer", "day", day, "were",
                    String.valueOf(seen.entries()), "are", String.valueOf(chain.entries()))) : there.equals(seen.last()) ? Optional.empty()
                    : Optional.of(t("store.ledger.other-last", "day", day, "were", String.valueOf(seen.entries()), "entry",
                    String.valueOf(seen.entries())));
        }
    }
}
