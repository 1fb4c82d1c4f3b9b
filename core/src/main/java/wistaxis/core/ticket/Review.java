package wistaxis.core.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.time.BenchTime;

/**
 * Whether what a ledger says can have happened: what a chain of digests cannot see, because somebody may write nonsense in good order.
 * Fed entry by entry, in order; findings in words.
 */
public final class Review {
    /** Two writers read the clock a moment before they write; those of several benches have clocks of their own, see {@link #OFF}. Ours. */
    private static final Duration APART = Duration.ofSeconds(5);

    /** The bench's time of real work is the wall clock's; more than this is another clock. Ours. */
    private static final Duration OFF = Duration.ofMinutes(5);

    /** As far as a day of practice at sixty times gets ahead of the wall clock. */
    private static final Duration PRACTICE = Duration.ofDays(60);

    /** A bench that stood still for longer is as good as a clock that was set. Ours. */
    private static final Duration LEAP = Duration.ofDays(400);

    /** Clocks of two computers differ, and so do their days. Ours. */
    private static final Duration AHEAD = Duration.ofDays(1);

    /** After these nothing is left to say but how the carrier's answer was. */
    private static final Set<Class<?>> AFTER_CLOSING = Set.of(TicketEvent.UnlockOrdered.class, TicketEvent.UnlockAnswered.class,
            TicketEvent.TakenBack.class, TicketEvent.DocumentHandedOut.class, TicketEvent.CustomerForgotten.class,
                    TicketEvent.AtBench.class);

    /** More are counted, not kept. */
    private static final int MOST = 200;

    private final Instant now;
    private final Map<String, Seen> tickets = new HashMap<>();
    private final List<String> findings = new ArrayList<>();
    private long more;
    private @Nullable LedgerEntry last;

    /** What matters of a ticket for what may follow. */
    private static final class Seen {
        private boolean opened;
        private boolean simulated = true;
        private boolean closed;
        private long opening;
        private long closing;
        private boolean started;
        private @Nullable String step;
        private @Nullable Boolean consent;
        private long asked;
    }

    /** @param now nothing can have been written after it */
    public Review(Instant now) {
        this.now = now;
    }

    public static List<String> of(List<LedgerEntry> entries, Instant now) {
        Review review = new Review(now);
        entries.forEach(review::add);
        return review.findings();
    }

    /** Takes the next entry. */
    public void add(LedgerEntry e) {
        add(e, e.event());
    }

    /** The same where the entry's event is read already. */
    public void add(LedgerEntry e, TicketEvent event) {
        Seen seen = tickets.computeIfAbsent(e.ticket(), _ -> new Seen());
        if (event instanceof TicketEvent.Unreadable unreadable) {
            found(e, t("core.review.unreadable", "why", unreadable.why()));
        } else if (!e.ofBench()) {
            order(e, event, seen);
            consent(e, event, seen);
        }
        time(e, seen);
        last = e;
    }

    private void order(LedgerEntry e, TicketEvent event, Seen seen) {
        if (event instanceof TicketEvent.Opened opened) {
            if (seen.opened) {
                found(e, t("core.review.opens-again"));
            }
            seen.opened = true;
            seen.simulated = opened.simulated();
        } else if (!seen.opened) {
            found(e, t("core.review.before-opening"));
            seen.opened = true;
        }
        if (seen.closed && !AFTER_CLOSING.contains(event.getClass())) {
            found(e, t("core.review.after-closing"));
        }
        switch (event) {
            case TicketEvent.Opened _ -> seen.opening = e.number();
            case TicketEvent.Closed _ -> {
                seen.closed = true;
                seen.closing = e.number();
            }
            case TicketEvent.TakenBack(List<Long> entries) -> {
                seen.closed = seen.closed && !entries.contains(seen.closing) || entries.contains(seen.opening);
                seen.consent = entries.contains(seen.asked) ? null : seen.consent;
            }
            default -> { }
        }
    }

    private void consent(LedgerEntry e, TicketEvent event, Seen seen) {
        switch (event) {
            case TicketEvent.ConsentAsked asked -> {
                seen.consent = asked.given();
                seen.asked = e.number();
            }
            case TicketEvent.RouteChosen(String step) -> {
                seen.step = step;
                erases(e, "taken", step, Boolean.FALSE.equals(seen.consent), seen);
            }
            case TicketEvent.RestoreStarted _ -> {
                seen.started = true;
                erases(e, "started", seen.step, !Boolean.TRUE.equals(seen.consent), seen);
            }
            case TicketEvent.StepTried(String step, boolean helped) when helped -> erases(e, "done", step,
                    !Boolean.TRUE.equals(seen.consent), seen);
            case TicketEvent.Restored _ when !seen.started -> found(e, t("core.review.no-start"));
            default -> { }
        }
    }

    private void erases(LedgerEntry e, String does, @Nullable String step, boolean without, Seen seen) {
        if (step != null && Steps.is(step, Step::erases) && without) {
            found(e, t(seen.consent == null ? "core.review.never-asked" : "core.review.owner-refused", "does", does, "step",
                    Steps.title(step),
                    "entry", String.valueOf(seen.asked)));
        }
    }

    private void time(LedgerEntry e, Seen seen) {
        LedgerEntry before = last;
        if (before != null) {
            boolean walls = e.wall() != null && before.wall() != null;
            Duration step = walls ? BenchTime.between(before.wall(), e.wall()) : e.wall() == null && before.wall() == null
                    ? BenchTime.between(before.at(), e.at()) : Duration.ZERO;
            if (step.plus(APART).isNegative() && step.plus(Objects.equals(e.bench(), before.bench()) ? APART : OFF).isNegative()) {
                found(e, t("core.review.back", "seconds", step.negated().toSeconds()));
            } else if (step.compareTo(LEAP) > 0) {
                found(e, t("core.review.leaps", "days", step.toDays()));
            }
        }
        if (e.wall() != null && !e.ofBench()) {
            Duration ahead = BenchTime.between(e.kept() == null ? e.wall() : e.kept(), e.at());
            if (seen.simulated ? ahead.compareTo(PRACTICE) > 0 : ahead.abs().compareTo(OFF) > 0) {
                found(e, t(seen.simulated ? "core.review.far-ahead" : "core.review.other-clock", "at", String.valueOf(e.at()), "wall",
                        String.valueOf(e.wall())));
            }
        }
        Instant written = e.wall() == null ? e.at() : e.wall();
        if (written.isAfter(now.plus(AHEAD)) || !BenchTime.isSane(e.at())) {
            found(e, t("core.review.future", "at", String.valueOf(BenchTime.isSane(e.at()) ? written : e.at())));
        }
    }

    private void found(LedgerEntry e, String what) {
        if (findings.size() < MOST) {
            findings.add(e.ofBench() ? t("core.review.entry", "number", String.valueOf(e.number()), "what", what)
                    : t("core.review.entry-of", "number", String.valueOf(e.number()), "ticket", e.ticket(), "what", what));
        } else {
            more++;
        }
    }

    /** What is wrong, in the order of the ledger; empty when nothing is. */
    public List<String> findings() {
        List<String> all = new ArrayList<>(findings);
        if (more > 0) {
            all.add(t("core.review.more", "n", more));
        }
        return all;
    }
}
