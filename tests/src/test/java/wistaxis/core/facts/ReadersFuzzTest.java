package wistaxis.core.facts;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.time.Instant;
import java.util.SplittableRandom;
import java.util.function.Consumer;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.parallel.Isolated;
import wistaxis.core.buttons.MethodFile;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Simulation;
import wistaxis.core.buttons.Trace;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.Imei;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.practice.Timing;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.RouteContext;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.ticket.TicketEvent;

/**
 * Whatever bytes come in, every reader of outside data answers with a value that can be used, or refuses in words. A usual run tries the
 * seeds under {@code ReadersFuzzTestInputs};
 * {@code JAZZER_FUZZ=1 mvn test -pl tests -am -Dsurefire.failIfNoSpecifiedTests=false -Dtest=ReadersFuzzTest#trace} searches on from them.
 */
@Isolated
@Tag("long")
class ReadersFuzzTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");
    private static final DeviceCatalogue DEVICES = DeviceCatalogue.shipped();
    private static final RoutePlanner PLANNER = RoutePlanner.shipped(DEVICES, SequenceLibrary.shipped());
    private static final Simulation SIMULATION = new Simulation(DEVICES.family(ButtonLayout.SIDE_KEY));

    private static void use(byte[] bytes, Consumer<String> reader) {
        try {
            reader.accept(Utf8.read(bytes, "fuzz"));
        } catch (BadInput e) {
            if (e.getMessage() == null || e.getMessage().isBlank() || e.getMessage().codePoints()
                    .anyMatch(c -> Shown.isUnprintable(c) && c != '\n' && c != '\t')) {
                throw new AssertionError("refused without words, or with letters that nobody should print", e);
            }
        }
    }

    @FuzzTest(maxDuration = "10m")
    void caseFile(byte[] bytes) {
        use(bytes, t -> PLANNER.plan(CaseFacts.parse(t, "fuzz"), RouteContext.NONE));
    }

    @FuzzTest(maxDuration = "10m")
    void trace(byte[] bytes) {
        use(bytes, t -> SIMULATION.run(Trace.parse(t, "fuzz")));
    }

    @FuzzTest(maxDuration = "10m")
    void hand(byte[] bytes) {
        use(bytes, t -> Timing.parse(t, "fuzz").attempts(new SplittableRandom(1), true));
    }

    @FuzzTest(maxDuration = "10m")
    void method(byte[] bytes) {
        use(bytes, t -> SequenceLibrary.shipped().with(MethodFile.accept(t, "fuzz")));
    }

    @FuzzTest(maxDuration = "10m")
    void catalogue(byte[] bytes) {
        use(bytes, t -> FirmwareCatalogue.parseImport(t, "fuzz", NOW).toJson());
    }

    @FuzzTest(maxDuration = "10m")
    void ledgerBody(byte[] bytes) {
        use(bytes, t -> TicketEvent.parse(t, "fuzz").toJson());
    }

    @FuzzTest(maxDuration = "10m")
    void serial(byte[] bytes) {
        use(bytes, t -> Imei.exact(t).expectedCheckDigit());
    }
}
