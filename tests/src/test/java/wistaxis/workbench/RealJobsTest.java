package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.core.work.NotAllowed;
import wistaxis.standins.ScriptedUsb;

/** Whole jobs on a real bench that need no restore: what common practice does, from the counter to the closed ticket. */
class RealJobsTest {
    @TempDir
    private Path folder;

    private static String taken(BenchAtWork at, String problem, Map<String, String> facts) {
        String n = at.opened("A job");
        at.give(n, new Command.Answer("trouble", problem));
        at.give(n, new Command.Identify("iPhone13,2", wistaxis.core.facts.Said.of("core.identified.by-identifier")));
        at.give(n, new Command.Answer(Map.of("ownership", "proved", "liquid", "no", "battery", "ok", "brokenKeys", "none", "blacklisted",
                "no"), List.of()));
        at.give(n, new Command.Answer(facts, List.of()));
        return n;
    }

    private static Ticket of(BenchAtWork at, String number) {
        return at.bench.ticket(number);
    }

    private static void answers(BenchAtWork at, String n, String way, String... answers) {
        for (String answer : answers) {
            GuideRun run = List.of(Guide.SET_UP, Guide.AFTERWARDS).contains(way) ? at.bench.routes().setUp(of(at, n)).stream().filter(r -> r
                    .ways().getFirst().way().equals(way)).findFirst().orElseThrow() : of(at, n).guide().orElseThrow();
            at.give(n, new Command.AnswerGuide(way, run.at() == null ? Guide.find(way).orElseThrow().steps().getFirst().id() : run.at().id(),
                    answer, null));
        }
    }

    private static boolean needsHandsBefore(BenchAtWork at, String n, Duration within) {
        at.turn();
        at.bench.plans().now(); // asked for behind this
        at.until(() -> !at.bench.isWorking());
        return at.bench.plans().now().lanes().stream().filter(l -> l.job().ticket().equals(n)).flatMap(l -> l.spans().stream())
                .anyMatch(s -> s.hands() && s.start().isBefore(at.bench.now().plus(within)));
    }

    /** Sign out first, erase from the settings, then set-up as far as activation asks for nobody. */
    @Test
    void aSale() {
        try (BenchAtWork at = new BenchAtWork(folder, new ScriptedUsb())) {
            String n = taken(at, "sale", Map.of("opens", "yes", "backupWanted", "no", "ownerPassword", "yes", "locating", "on", "backup",
                    "none"));
            assertThat(at.bench.routes().rules(of(at, n)).next().says()).contains("Sign out");
            at.give(n, new Command.Choose("sign-out", null, null));
            answers(at, n, "sign-out", "asks", "out", "off");
            at.give(n, new Command.Choose("settings-erase", "Deckhand", "none is wanted"));
            answers(at, n, "settings-erase", "found", "none", "taken", "begun", "greeting");
            assertThat(of(at, n).stage()).isEqualTo(Stage.HANDOVER);
            answers(at, n, Guide.SET_UP, "seen", "done", "hand", "joined", "activated", "nobody");
            at.give(n, new Command.Say(Attempt.Outcome.HELPED));
            assertThat(at.bench.routes().rules(of(at, n)).open()).as("no passcode, no data, no owner's sign-in").isEmpty();
            assertThat(at.bench.routes().advice(of(at, n)).toString()).contains("no longer listed").doesNotContain("automatic cloud");
            at.give(n, new Command.Close());
        }
    }

    /** From 5 tries: each wrong code starts the clock of its wait, which rings, until the button shows. 1, 5 and 15 min. */
    @Test
    void anEraseButtonFromFiveTries() {
        try (BenchAtWork at = new BenchAtWork(folder, new ScriptedUsb())) {
            String n = taken(at, "unavailable", Map.of("wrongTries", "5", "lockWord", "unavailable", "eraseButton", "no", "hopesToRemember",
                    "no", "ownerPassword", "yes", "signInCode", "number", "accountData", "messages,photos", "locating", "off", "online", "yes",
                    "backup", "none"));
            assertThat(at.bench.routes().route(of(at, n)).orElseThrow().judged("lock-screen-erase").orElseThrow().cautions().toString())
                    .contains("enter 3 more wrong codes", "add up to 6 min");
            at.give(n, new Command.Choose("lock-screen-erase", "Deckhand", "there is none"));
            answers(at, n, "lock-screen-erase", "there");
            for (int minutes : List.of(1, 5)) {
                answers(at, n, "lock-screen-erase", "try");
                assertThat(at.bench.reminders().rings()).isEmpty();
                assertThat(needsHandsBefore(at, n, Duration.ofSeconds(minutes * 60 - 20))).as("%d min", minutes).isFalse();
                at.leap(Duration.ofMinutes(minutes));
                assertThat(at.bench.reminders().rings()).as("after %d min", minutes).hasSize(1);
            }
            answers(at, n, "lock-screen-erase", "try", "button", "asks", "taken", "greeting");
            assertThat(of(at, n).stage()).isEqualTo(Stage.HANDOVER);
        }
    }

    /** Nobody is needed before the first day, it rings on it and on the last; closing asks for order, confirmation, activation, signal. */
    @Test
    void aCarrierUnlockOverNineDays() {
        try (BenchAtWork at = new BenchAtWork(folder, new ScriptedUsb())) {
            String n = taken(at, "carrier-lock", Map.of("imei", "356958031648321", "contract", "settled"));
            assertThatThrownBy(() -> at.give(n, new Command.Choose("carrier-unlock", null, null))).isInstanceOf(NotAllowed.class)
                    .hasMessageContaining("in groups");
            at.give(n, new Command.Answer("imeiReadBack", "yes"));
            at.give(n, new Command.Choose("carrier-unlock", null, null));
            at.give(n, new Command.OrderUnlock("356958031648321", "Tidal Mobile", "Island", "", "20 shells", "", "3-7"));
            TicketEvent.UnlockOrdered order = of(at, n).unlock();
            assertThat(order.earliest()).isEqualTo(at.bench.routes().shop().businessDays().after(order.ordered(), 3));
            assertThat(needsHandsBefore(at, n, Duration.ofDays(2))).isFalse();
            assertThat(at.bench.reminders().rings()).isEmpty();
            int rang = 0;
            for (int day = 1; day <= 9; day++) {
                at.leap(Duration.ofDays(1));
                List<String> due = at.bench.reminders().rings();
                LocalDate today = at.bench.routes().today();
                assertThat(due.isEmpty()).as("%s of %s to %s", today, order.earliest(), order.latest()).isEqualTo(!today.equals(order
                        .earliest()) && !today.equals(order.latest()));
                rang += due.size();
            }
            assertThat(rang).as("on the first day and on the last").isEqualTo(2);
            at.give(n, new Command.NoteUnlock("unlocked"));
            at.give(n, new Command.Answer("step-helped", "it helped"));
            assertThatThrownBy(() -> at.give(n, new Command.Close())).hasMessageContaining("the activation and the signal");
            at.give(n, new Command.NoteUnlock("activated-wifi"));
            at.give(n, new Command.NoteUnlock("signal"));
            at.give(n, new Command.Close());
        }
    }

    /** Going down: one backup of this device fits, its newer one is grey, another tablet's is named and never the one to tap. */
    @Test
    void aDownMoveWithThreeBackupsOfTwoDevices() {
        try (BenchAtWork at = new BenchAtWork(folder, new ScriptedUsb())) {
            String n = taken(at, "back-from-test", Map.of("installedVersion", "32.0", "targetVersion", "31.10", "opens", "yes", "watch", "no",
                    "ownerPassword", "yes", "backupWanted", "no"));
            at.record(n, new TicketEvent.BackupNoted("cloud", null, "31.9", LocalDate.of(2026, 4, 1), null, null, null),
                    new TicketEvent.BackupNoted("computer", null, "32.0", LocalDate.of(2026, 5, 1), null, "disk 2", null),
                    new TicketEvent.BackupNoted("cloud", "iPad8,1", "31.8", LocalDate.of(2026, 5, 10), null, null, null));
            BackupPlan plan = at.bench.routes().backups(of(at, n)).orElseThrow();
            assertThat(plan.lines()).extracting(l -> l.take() + " " + l.grey()).containsExactly("true false", "false true", "false false");
            assertThat(at.bench.routes().route(of(at, n)).orElseThrow().judged("recovery-restore").orElseThrow().tells().toString())
                    .contains("cannot come back");
            at.give(n, new Command.Choose("recovery-restore", "Deckhand", "the cloud backup of April"));
            at.record(n, new TicketEvent.RestoreStarted(""), new TicketEvent.Restored("31.8"));
            assertThat(at.bench.routes().backups(of(at, n)).orElseThrow().lines()).as("measured against what was written")
                    .extracting(l -> Optional.ofNullable(l.fits()).orElse(false)).containsExactly(false, false, true);
        }
    }
}
