package wistaxis.core.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.Said;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.words.Text;

/** The fold itself: one mutable working copy of a ticket while its events are read. */
final class TicketFold {
    private final String number;
    private final String title;
    private final boolean simulated;
    private final boolean practised;
    private final long opening;
    private final Instant openedAt;
    private Instant lastAt;
    private final Map<String, String> facts = new LinkedHashMap<>();
    private @Nullable String identifier;
    private TicketEvent.@Nullable ConsentAsked consent;
    private final List<Attempt> attempts = new ArrayList<>();
    private TicketEvent.@Nullable BuildChosen build;
    private @Nullable String verifiedBuild;
    private @Nullable String verifiedFile;
    private @Nullable Mode mode;
    private @Nullable Instant modeSince;
    private final Set<String> failed = new LinkedHashSet<>();
    private final Map<String, String> overruled = new LinkedHashMap<>();
    private TicketEvent.@Nullable UnlockOrdered unlock;
    private final List<String> unlockAnswers = new ArrayList<>();
    private final List<TicketEvent.BackupNoted> backups = new ArrayList<>();
    private Ticket.@Nullable End end;
    private @Nullable Text unknownState;
    private final List<String> unreadable = new ArrayList<>();
    private @Nullable String by;
    private @Nullable String bench;
    private @Nullable String runBench;
    private TicketEvent.@Nullable LotJoined lot;
    private Ticket.Customer customer = Ticket.Customer.UNKNOWN;
    private final Observed.Fold observed = new Observed.Fold();

    TicketFold(LedgerEntry first, TicketEvent event) {
        number = first.ticket();
        opening = first.number();
        openedAt = first.when();
        lastAt = first.when();
        if (event instanceof TicketEvent.Opened opened) {
            title = opened.title();
            simulated = opened.simulated();
            practised = Boolean.TRUE.equals(opened.observed());
            bench = first.bench();
        } else {
            title = t("core.ledger.no-opening");
            simulated = true;
            practised = false;
            unreadable.add(t("core.ledger.before-opening", "number", opening));
            add(first, event);
        }
    }

    void add(LedgerEntry entry, TicketEvent event) {
        lastAt = entry.when();
        if (bench == null || isHandsOn(event)) {
            bench = entry.bench() == null ? bench : entry.bench();
        }
        try {
            take(entry, event);
            follow();
        } catch (RuntimeException e) { // whatever one entry does, the ticket is there and says so
            unreadable(t("core.ledger.not-read", "number", entry.number(), "why", e));
        }
    }

    /** Whether whoever writes it has the device: what is only answered of it may be known anywhere. */
    private static boolean isHandsOn(TicketEvent event) {
        return switch (event) {
            case TicketEvent.TakenOver _, TicketEvent.DeviceBound _, TicketEvent.ButtonsAttempted _, TicketEvent.ModeEntered _,
                    TicketEvent.RestoreStarted _ -> true;
            default -> false;
        };
    }

    /** Something that stops the work on it. */
    void unreadable(String why) {
        unreadable.add(why);
    }

    private void take(LedgerEntry entry, TicketEvent event) {
        switch (event) {
            case TicketEvent.Opened _ -> unreadable.add(t("core.ledger.opens-again", "number", entry.number()));
            case TicketEvent.Unreadable(_, String why) -> unreadable.add(why);
            case TicketEvent.FactRecorded(String fact, String value) -> facts.put(fact, value);
            case TicketEvent.FactWithdrawn(String fact) -> facts.remove(fact);
            case TicketEvent.Identified(String id, _) -> identify(id);
            case TicketEvent.ConsentAsked asked -> asked(asked);
            case TicketEvent.RouteChosen(String step) -> choose(step, entry.when());
            case TicketEvent.StepTried(String step, boolean helped) -> tried(step, helped);
            case TicketEvent.Overruled(String step, String reason) -> overruled.put(step, reason);
            case TicketEvent.UnlockOrdered ordered -> {
                unlock = ordered;
                unlockAnswers.clear();
            }
            case TicketEvent.UnlockAnswered(String what) -> unlockAnswers.add(what);
            case TicketEvent.BuildChosen chosen -> build = chosen;
            case TicketEvent.FirmwareVerified(String verified, String file, _, _, _) -> {
                prove(verified, file);
                observed.take(entry, event);
            }
            case TicketEvent.FirmwareRefused _ -> prove(null, null);
            case TicketEvent.ButtonsAttempted _ -> {
                change(entry, Attempt::buttonsTried);
                observed.take(entry, event);
            }
            case TicketEvent.ModeEntered(Mode entered) -> mode(entered, entry.when());
            case TicketEvent.ModeLost _ -> mode(null, null);
            case TicketEvent.RestoreStarted(String started) -> {
                runBench = entry.bench();
                run(entry, _ -> Attempt.Run.begun(started, entry.when()));
            }
            case TicketEvent.StageReached(String stage) -> run(entry, r -> r.at(stage, entry.when()));
            case TicketEvent.RestoreStopped stopped -> stop(entry, stopped);
            case TicketEvent.Restored(String version) -> {
                run(entry, r -> r.through(version));
                mode(null, null);
            }
            case TicketEvent.CheckAnswered(String check, String answer) -> change(entry, a -> a.checked(check, answer));
            case TicketEvent.GuideNoted(String way, String stop, String answer) -> change(entry,
                    a -> a.walked(new Guide.Note(way, stop, answer,
                    entry.when())));
            case TicketEvent.BackupNoted backup -> backups.add(backup);
            case TicketEvent.Closed(Said outcome) -> {
                end = new Ticket.End(EventWords.of(outcome), entry.when());
            }
            case TicketEvent.DownloadStarted _, TicketEvent.DownloadStopped _, TicketEvent.Downloaded _,
                    TicketEvent.StateRead _, TicketEvent.BreakRead _, TicketEvent.SettingChanged _, TicketEvent.NumbersKept _,
                            TicketEvent.LeftOut _,
                    TicketEvent.DocumentHandedOut _, TicketEvent.Flapped _ -> { }
            case TicketEvent.TakenBack(List<Long> entries) -> {
                if (entries.contains(opening)) {
                    end = new Ticket.End(Ticket.TAKEN_BACK, entry.when());
                }
            }
            case TicketEvent.AtBench(String who) -> by = who;
            case TicketEvent.TakenOver _ -> { } // by the bench that wrote it
            case TicketEvent.LotJoined joined -> lot = joined;
            case TicketEvent.CustomerSealed _ -> customer = Ticket.Customer.SEALED;
            case TicketEvent.CustomerForgotten _ -> customer = Ticket.Customer.FORGOTTEN;
            case TicketEvent.Sighted _, TicketEvent.DeviceBound _, TicketEvent.DeviceReleased _, TicketEvent.FirmwareFrom _,
                    TicketEvent.ComputerLeft _, TicketEvent.ComputerSize _, TicketEvent.VersionOffered _,
                    TicketEvent.ComputerProblem _, TicketEvent.ProblemTried _,
                            TicketEvent.FirmwareAccepted _,
                    TicketEvent.SigningAnswered _ ->
                    observed.take(entry, event);
        }
    }

    /** Another model needs another firmware file. */
    private void identify(String id) {
        if (!id.equals(identifier)) {
            build = null;
            prove(null, null);
        }
        identifier = id;
    }

    /** The present attempt goes by the owner's last word about its step. */
    private void asked(TicketEvent.ConsentAsked asked) {
        consent = asked;
        if (!attempts.isEmpty() && attempts.getLast().step().equals(asked.step())) {
            attempts.set(attempts.size() - 1, attempts.getLast().under(asked));
        }
    }

    /** Another step is another attempt; so is the same one again once something was done for it. */
    private void choose(String step, Instant at) {
        if (!attempts.isEmpty() && attempts.getLast().untouched() && attempts.getLast().step().equals(step)) {
            return;
        }
        attempts.add(Attempt.begun(step, at, Steps.is(step, Step::erases) && consent != null && consent.given() ? consent : null));
    }

    private void tried(String step, boolean helped) {
        if (helped) {
            failed.remove(step);
        } else {
            failed.add(step);
        }
        for (int i = attempts.size() - 1; i >= 0; i--) {
            Attempt a = attempts.get(i);
            if (a.step().equals(step)) {
                attempts.set(i, a.said(helped));
                return;
            }
        }
    }

    /** What is done for the present attempt; work before any step is an attempt of its own. */
    private void change(LedgerEntry entry, UnaryOperator<Attempt> work) {
        if (attempts.isEmpty()) {
            attempts.add(Attempt.begun("", entry.when(), null));
        }
        attempts.set(attempts.size() - 1, work.apply(attempts.getLast()));
    }

    private void run(LedgerEntry entry, UnaryOperator<Attempt.Run> work) {
        change(entry, a -> a.ran(work.apply(a.run() == null ? Attempt.Run.begun("", entry.when()) : a.run())));
    }

    /** The present attempt keeps what the device and its firmware file are now; the ones before it what they were. */
    private void follow() {
        if (!attempts.isEmpty()) {
            boolean verified = build != null && build.build().equals(verifiedBuild);
            attempts.set(attempts.size() - 1, attempts.getLast().now(build, verified, mode, end != null));
        }
    }

    private void prove(@Nullable String verified, @Nullable String file) {
        verifiedBuild = verified;
        verifiedFile = file;
    }

    private void mode(@Nullable Mode next, @Nullable Instant since) {
        mode = next;
        modeSince = since;
        unknownState = next == null ? unknownState : null;
    }

    /** A device that was being written to is in no mode that anybody knows of. */
    private void stop(LedgerEntry entry, TicketEvent.RestoreStopped stopped) {
        run(entry, r -> r.stoppedFor(EventWords.of(stopped.why())));
        if (Boolean.TRUE.equals(stopped.writing())) {
            mode(null, null);
            unknownState = EventWords.of(stopped.why());
        }
    }

    Ticket ticket() {
        return new Ticket(new Ticket.Opening(number, title, simulated, !simulated || practised, openedAt, lot), lastAt,
                new Ticket.Known(facts, identifier, backups, customer),
                new Ticket.Work(consent, attempts, failed, overruled, unlock, unlockAnswers),
                new Ticket.Firmware(build, verifiedBuild, verifiedFile), new Ticket.Device(mode, modeSince, unknownState), end, unreadable,
                observed.observed(), by, new Ticket.Place(bench, runBench));
    }
}
