package wistaxis.core.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Units;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.time.Range;
import wistaxis.core.time.RecoveryTimeout;

class TimeTest {
    private static final double PREPARE = 210;

    private static RecoveryTimeout window(double download, double windowMinutes) {
        return RecoveryTimeout.of(new RecoveryTimeout.Lengths(download, windowMinutes * 60, 60, PREPARE, 595));
    }

    @ParameterizedTest
    @CsvSource({"1.54GB, 1540000000", "1 GiB, 1073741824", "700MiB, 734003200", "12kB, 12000", "1KiB, 1024", "5B, 5"})
    void sizesAreReadWithTheirUnits(String text, long bytes) {
        assertThat(Units.bytes(text)).isEqualTo(bytes);
    }

    @ParameterizedTest
    @CsvSource({"7.2Mbit/s, 900000", "800 kbit/s, 100000", "3MB/s, 3000000"})
    void ratesAreReadWithTheirUnits(String text, double rate) {
        assertThat(Units.bytesPerSecond(text)).isEqualTo(rate);
    }

    @ParameterizedTest
    @ValueSource(strings = {"1540000000", "1.54 gb", "-1GB", "GB", "1,5GB", "0MB", ""})
    void aBareNumberOrNonsenseIsRefusedWithAnExample(String text) {
        assertThatThrownBy(() -> Units.bytes(text)).isInstanceOf(BadInput.class).hasMessageContaining("[" + text + "]")
                .hasMessageContaining("1.54GB");
    }

    /**
     * Common practice: 1.54 GB in 27 to 30 min is 6.8 to 7.6 Mbit/s; at that rate the mode first needs one re-entry with a window of 15
     * min.
     */
    @ParameterizedTest
    @CsvSource({"27, 7.6", "28.5, 7.2", "30, 6.8"})
    void theSlowLineOfCommonPractice(double minutes, double mbit) {
        assertThat(1.54e9 * 8 / (minutes * 60) / 1e6).isCloseTo(mbit, within(0.05));
        RecoveryTimeout w = window(Units.bytes("1.54GB") / Units.bytesPerSecond(mbit + "Mbit/s"), 15);
        assertThat(w.modeFirst().reentries()).isEqualTo(1);
        assertThat(w.fileFirst().reentries()).isZero();
        assertThat(w.recommend()).isEqualTo("fileFirst");
        assertThat(w.modeFirst().handsOnMinutes()).isEqualTo(2);
        assertThat(w.reason()).contains("drop out once");
    }

    @Test
    void whatFitsIntoOneWindowMayGoInAtOnce() {
        RecoveryTimeout w = window(300, 15);
        assertThat(w.modeFirst().reentryAt()).isEmpty();
        assertThat(w.recommend()).isEqualTo("modeFirst");
        assertThat(window(800, 15).modeFirst().reentryAt()).as("drops out while the host prepares").containsExactly(900.0);
        assertThat(window(6700, 15).modeFirst().reentries()).as("6 GB on that line").isEqualTo(7);
        assertThat(window(0, 15).recommend()).isEqualTo("fileFirst");
        assertThatThrownBy(() -> window(100_000, 0.01)).isInstanceOf(BadInput.class).hasMessageContaining("[1 s]");
    }

    /**
     * Whatever the lengths: each re-entry comes after the one before has dropped out, and at the end the device is in the mode until the
     * computer is done.
     */
    @Property(tries = 500, seed = "20260512")
    void theDeviceIsInTheModeWhenItHasToBe(@ForAll @DoubleRange(min = 0, max = 20_000) double download,
            @ForAll @DoubleRange(min = 6, max = 60) double minutes) {
        RecoveryTimeout w = window(download, minutes);
        double inUntil = minutes * 60;
        for (double back : w.modeFirst().reentryAt()) {
            assertThat(back).isGreaterThanOrEqualTo(inUntil - 1e-6);
            inUntil = back + minutes * 60;
        }
        assertThat(inUntil).isGreaterThanOrEqualTo(download + PREPARE - 1e-5);
        assertThat(w.modeFirst().totalMinutes()).isGreaterThanOrEqualTo(w.fileFirst().totalMinutes() - 1e-9);
    }

    /**
     * Published: Hyndman and Fan 1996, definition 7; by hand: of 1 to 11 the 10th percentile is 2, the median 6, the 90th 10; of 1 to 4
     * the median 2.5, the 90th 3.7.
     */
    @Test
    void percentilesAreThoseOfTheDefinition() {
        assertThat(Range.of(List.of(11.0, 2.0, 3.0, 4.0, 5.0, 6.0, 7.0, 8.0, 9.0, 10.0, 1.0))).isEqualTo(new Range(2, 6, 10, 11));
        assertThat(Range.of(List.of(1.0, 2.0, 3.0, 4.0))).satisfies(r -> {
            assertThat(r.mid()).isEqualTo(2.5);
            assertThat(r.high()).isCloseTo(3.7, within(1e-12));
        });
    }

    @Test
    void timesComeFromTheLedgerByFamilyAndFromStatedDefaultsBefore() {
        List<RestoreStage> stages = RestoreStage.shipped();
        TimeHistory history = new TimeHistory(stages);
        DeviceCatalogue devices = DeviceCatalogue.shipped();
        assertThat(history.rate().measured()).isFalse();
        assertThat(history.download(1_540_000_000).high()).as("the slow end of the default is common practice")
                .isCloseTo(1812, within(1.0));
        assertThat(history.prepare(null).mid()).isEqualTo(210);
        for (int i = 0; i < 11; i++) {
            Instant at = Instant.EPOCH.plusSeconds(i * 1000L);
            List<LedgerEntry> entries = new ArrayList<>();
            add(entries, at, new TicketEvent.Opened("x", true));
            add(entries, at, new TicketEvent.Identified(i == 10 ? "iPad12,1" : "iPhone13,2", "x"));
            add(entries, at, new TicketEvent.Downloaded("B", 10_000_000L * (i + 1), 10));
            add(entries, at, new TicketEvent.StageReached("check"));
            add(entries, at, new TicketEvent.StageReached("check")); // it had waited, and went on
            add(entries, at, new TicketEvent.StageReached("extract"));
            add(entries, at.plusSeconds(100 + i), new TicketEvent.StageReached("prepare"));
            add(entries, at.plusSeconds(200), new TicketEvent.RestoreStopped(Said.sentence("x")));
            history.add(Projection.of(entries).since(0), devices);
            history.add(Projection.of(entries).since(entries.getLast().number()), devices);
        }
        assertThat(history.rate()).isEqualTo(new Range(2e6, 6e6, 10e6, 11));
        assertThat(history.download(60_000_000)).isEqualTo(new Range(6, 10, 30, 11));
        RestoreStage extract = stages.stream().filter(s -> s.id().equals("extract")).findFirst().orElseThrow();
        assertThat(history.stage(ButtonLayout.SIDE_KEY, extract).mid()).isEqualTo(104.5);
        assertThat(history.stage(ButtonLayout.HOME_PAD, extract)).isEqualTo(new Range(110, 110, 110, 1));
        assertThat(history.stage(ButtonLayout.TOP_PAD, extract).measured()).isFalse();
        assertThat(history.stage(ButtonLayout.SIDE_KEY, stages.getFirst()).measured()).as("waiting is not the length of a stage").isFalse();
        assertThat(history.stage(ButtonLayout.SIDE_KEY, stages.get(2)).measured()).as("a stage that was stopped measures nothing").isFalse();
    }

    private static void add(List<LedgerEntry> entries, Instant at, TicketEvent event) {
        entries.add(Chain.link(Chain.START, entries.size() + 1, "T-0001", at, null, event.toJson()));
    }
}
