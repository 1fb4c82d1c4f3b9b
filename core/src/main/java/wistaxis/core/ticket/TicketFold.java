package wistaxis.core.ticket;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The fold itself: one mutable working copy of a ticket while its events are read. */
final class TicketFold {
    private final String number;
    private final String title;
    private final boolean simulated;
    private final Instant openedAt;
    private Instant lastAt;
    private final Map<String, String> facts = new LinkedHashMap<>();
    private @Nullable String identifier;
    private TicketEvent.@Nullable ConsentAsked consent;
    private @Nullable String route;
    private TicketEvent.@Nullable BuildChosen build;
    private @Nullable String provenBuild;
    private @Nullable String provenFile;
    private @Nullable String mode;
    private @Nullable Instant modeSince;
    private boolean restoreStarted;
    private @Nullable String restoreStage;
    private int attempts;
    private @Nullable String restored;
    private final Map<String, String> checks = new LinkedHashMap<>();
    private final Set<String> failed = new LinkedHashSet<>();
    private final Map<String, String> overruled = new LinkedHashMap<>();
    private TicketEvent.@Nullable UnlockOrdered unlock;
    private final List<String> unlockAnswers = new ArrayList<>();
    private @Nullable String closed;
    private @Nullable String unknownState;
    private final List<String> odd = new ArrayList<>();

    TicketFold(LedgerEntry opening) {
        number = opening.ticket();
        openedAt = opening.when();
        lastAt = opening.when();
        if (opening.event() instanceof TicketEvent.Opened opened) {
            title = opened.title();
            simulated = opened.simulated();
        } else {
            title = "Ticket without an opening";
            simulated = true;
            odd.add("entry [" + opening.number() + "] comes before the ticket is opened");
            add(opening);
        }
    }

    TicketFold(Ticket t) {
        number = t.number();
        title = t.title();
        simulated = t.simulated();
        openedAt = t.openedAt();
        lastAt = t.lastAt();
        facts.putAll(t.facts());
        identifier = t.identifier();
        consent = t.consent();
        route = t.route();
        build = t.build();
        provenBuild = t.provenBuild();
        provenFile = t.provenFile();
        mode = t.mode();
        modeSince = t.modeSince();
        restoreStarted = t.restoreStarted();
        restoreStage = t.restoreStage();
        attempts = t.attempts();
        restored = t.restored();
        checks.putAll(t.checks());
        failed.addAll(t.failed());
        overruled.putAll(t.overruled());
        unlock = t.unlock();
        unlockAnswers.addAll(t.unlockAnswers());
        closed = t.closed();
        unknownState = t.unknownState();
        odd.addAll(t.odd());
    }

    void add(LedgerEntry entry) {
        lastAt = entry.when();
        switch (entry.event()) {
            case TicketEvent.Opened _ -> odd.add("entry [" + entry.number() + "] opens the ticket a second time");
            case TicketEvent.Odd(_, String why) -> odd.add(why);
            case TicketEvent.FactRecorded(String fact, String value) -> facts.put(fact, value);
            case TicketEvent.FactWithdrawn(String fact) -> facts.remove(fact);
            case TicketEvent.Identified(String id, _) -> identify(id);
            case TicketEvent.ConsentAsked asked -> consent = asked;
            case TicketEvent.RouteChosen(String step) -> route(step);
            case TicketEvent.StepTried(String step, boolean helped) -> tried(step, helped);
            case TicketEvent.Overruled(String step, String reason) -> overruled.put(step, reason);
            case TicketEvent.UnlockOrdered ordered -> {
                unlock = ordered;
                unlockAnswers.clear();
            }
            case TicketEvent.UnlockAnswered(String what) -> unlockAnswers.add(what);
            case TicketEvent.BuildChosen chosen -> build = chosen;
            case TicketEvent.PackageProven(String proven, String file, _, _, _) -> prove(proven, file);
            case TicketEvent.PackageRefused _ -> prove(null, null);
            case TicketEvent.KeysAttempted _ -> attempts++;
            case TicketEvent.ModeEntered(String entered) -> mode(entered, entry.when());
            case TicketEvent.ModeLost _ -> mode(null, null);
            case TicketEvent.RestoreStarted _ -> restoreStarted = true;
            case TicketEvent.StageReached(String stage) -> restoreStage = stage;
            case TicketEvent.RestoreStopped stopped -> stop(stopped);
            case TicketEvent.Restored(String version) -> {
                restored = version;
                mode(null, null);
            }
            case TicketEvent.CheckAnswered(String check, String answer) -> checks.put(check, answer);
            case TicketEvent.Closed(String outcome) -> closed = outcome;
            case TicketEvent.DownloadStarted _, TicketEvent.DownloadStopped _, TicketEvent.Downloaded _, TicketEvent.SigningAnswered _, TicketEvent.StateRead _, TicketEvent.BreakRead _ -> { }
        }
    }

    /** Another model needs another package. */
    private void identify(String id) {
        if (!id.equals(identifier)) {
            build = null;
            prove(null, null);
        }
        identifier = id;
    }

    /** Another step begins anew: what a step that did not help was asked at the end is open again. */
    private void route(String step) {
        checks.remove("step-helped");
        route = step;
    }

    private void tried(String step, boolean helped) {
        if (helped) {
            failed.remove(step);
        } else {
            failed.add(step);
        }
    }

    private void prove(@Nullable String proven, @Nullable String file) {
        provenBuild = proven;
        provenFile = file;
    }

    private void mode(@Nullable String next, @Nullable Instant since) {
        mode = next;
        modeSince = since;
        unknownState = next == null ? unknownState : null;
    }

    /** A device that was being written to is in no mode that anybody knows of. */
    private void stop(TicketEvent.RestoreStopped stopped) {
        restoreStarted = false;
        restoreStage = null;
        if (Boolean.TRUE.equals(stopped.writing())) {
            mode(null, null);
            unknownState = stopped.why();
        }
    }

    Ticket ticket() {
        return new Ticket(number, title, simulated, openedAt, lastAt, facts, identifier, consent, route, build, provenBuild, provenFile, mode, modeSince,
                restoreStarted, restoreStage, attempts, restored, checks, failed, overruled, unlock, unlockAnswers, closed, unknownState, odd);
    }
}
