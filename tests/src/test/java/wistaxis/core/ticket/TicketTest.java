package wistaxis.core.ticket;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.Trace;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;

class TicketTest {
    private final List<LedgerEntry> entries = new ArrayList<>();

    private Ticket after(TicketEvent... events) {
        for (TicketEvent e : events) {
            entries.add(Chain.link(entries.isEmpty() ? Chain.START : entries.getLast().digest(), entries.size() + 1, "T-0001",
                    Instant.parse("2026-05-12T09:00:00Z").plusSeconds(entries.size()), null, e.toJson()));
        }
        Ticket folded = Ticket.fold(entries);
        Projection.Running running = new Projection.Running();
        Ticket stepped = folded;
        for (LedgerEntry e : entries) {
            running.add(e);
            stepped = running.projection().ticket();
        }
        assertThat(stepped).as("folding step by step").isEqualTo(folded);
        return folded;
    }

    @Test
    void theWayOfATicketIsTheFoldOfItsEvents() {
        assertThat(after(new TicketEvent.Opened("Deck phone", true)).stage()).isEqualTo(Stage.INTAKE);
        assertThat(after(new TicketEvent.FactRecorded("trouble", "passcode-forgotten")).stage()).isEqualTo(Stage.IDENTIFY);
        assertThat(after(new TicketEvent.Identified("iPhone13,2", "by the number")).stage()).isEqualTo(Stage.ROUTE);
        after(new TicketEvent.ConsentAsked("recovery-restore", true, "deckhand", "no backup"));
        assertThat(after(new TicketEvent.RouteChosen("recovery-restore")).stage()).isEqualTo(Stage.FIRMWARE);
        after(new TicketEvent.BuildChosen("31.10", "31K88", "0".repeat(64), 5, "newest"));
        assertThat(after(new TicketEvent.FirmwareVerified("31K88", "p.zip", 6, "0".repeat(64), "signed")).stage()).isEqualTo(Stage.KEYS);
        after(new TicketEvent.ButtonsAttempted("Plugged restart", "recovery", false, Said.sentence("let go"),
                List.of(new Trace.Event(1.5, Trace.Kind.DOWN, DeviceButton.SIDE))));
        assertThat(after(new TicketEvent.ModeEntered(Mode.RECOVERY)).stage()).isEqualTo(Stage.RESTORE);
        assertThat(after(new TicketEvent.ModeLost(Said.sentence("window over"))).stage()).isEqualTo(Stage.KEYS);
        after(new TicketEvent.ModeEntered(Mode.RECOVERY), new TicketEvent.RestoreStarted("31K88"));
        assertThat(after(new TicketEvent.ModeLost(Said.sentence("window over"))).stage()).as("a run that waits stays").isEqualTo(Stage.RESTORE);
        assertThat(after(new TicketEvent.Restored("31.10")).stage()).isEqualTo(Stage.HANDOVER);
        Ticket closed = after(new TicketEvent.Closed(Said.sentence("handed over")));
        assertThat(closed.stage()).isEqualTo(Stage.CLOSED);
        assertThat(closed.buttonsTried()).isEqualTo(1);
        assertThat(closed.attempts()).singleElement().satisfies(a -> {
            assertThat(a.build()).isNotNull();
            assertThat(a.verified()).isTrue();
            assertThat(a.consent()).isNotNull();
            assertThat(a.mode()).isEqualTo(Mode.RECOVERY);
            assertThat(a.outcome()).as("written and handed over").contains(Attempt.Outcome.HELPED);
        });
    }

    @Test
    void anotherModelNeedsAnotherFirmwareFile() {
        Ticket t = after(new TicketEvent.Opened("x", true), new TicketEvent.FactRecorded("trouble", "passcode-forgotten"),
                new TicketEvent.Identified("iPhone13,2", ""),
                new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.BuildChosen("31.10", "31K88", "0".repeat(64), 5, ""),
                new TicketEvent.FirmwareVerified("31K88", "p", 6, "", null), new TicketEvent.Identified("iPhone13,3", ""));
        assertThat(t.stage()).isEqualTo(Stage.FIRMWARE);
        assertThat(t.build()).isNull();
    }

    @Test
    void everyChangeOfTheChainShows() {
        after(new TicketEvent.Opened("x", true), new TicketEvent.FactRecorded("liquid", "no"),
                new TicketEvent.FactRecorded("battery", "ok"), new TicketEvent.Closed(Said.sentence("done")));
        assertThat(Chain.verify(entries)).isEmpty();
        LedgerEntry second = entries.get(1);
        List<LedgerEntry> changed = new ArrayList<>(entries);
        changed.set(1, new LedgerEntry(2, second.ticket(), second.at(), null, second.body().replace("no", "yes"), second.previous(),
                second.digest()));
        assertThat(Chain.verify(changed)).hasValueSatisfying(b -> assertThat(b).contains("[2]").contains("changed"));
        changed.set(1, Chain.link(second.previous(), 2, second.ticket(), second.at(), null, second.body().replace("no", "yes")));
        assertThat(Chain.verify(changed)).hasValueSatisfying(b -> assertThat(b).contains("[3]").contains("follow"));
        changed.remove(1);
        assertThat(Chain.verify(changed)).hasValueSatisfying(b -> assertThat(b).contains("[2]").contains("missing"));
    }

    @Test
    void anUnknownEventIsNamed() {
        assertThatThrownBy(() -> TicketEvent.parse("{\"event\":{\"type\":\"teleported\"}}", "ledger entry 4")).isInstanceOf(BadInput.class)
                .hasMessageContaining("ledger entry 4").hasMessageContaining("teleported");
    }
}
