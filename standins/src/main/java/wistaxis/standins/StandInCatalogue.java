package wistaxis.standins;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;

/**
 * What the stand-in library offers: invented versions and builds, dated relative to a day, one set for every model.
 * Firmware files are small, tens of megabytes, so that a training download ends while somebody watches.
 */
final class StandInCatalogue {
    private StandInCatalogue() {}

    /**
     * An invented build.
     *
     * @param signedHours hours from the library's start to the end of signing; negative for one that ended, null for no known end
     * @param megabytes size of the firmware file's largest part
     */
    record Offer(String version, String build, int daysOld, @Nullable Integer signedHours, boolean signed, int megabytes) {
        LocalDate released(Instant today) {
            return today.minus(Duration.ofDays(daysOld)).atZone(ZoneOffset.UTC).toLocalDate();
        }

        @Nullable Instant signedUntil(Instant start) {
            return signedHours == null ? null : start.plus(Duration.ofHours(signedHours));
        }
    }

    /** The newest signed released one. */
    static Offer newest() {
        return offers().stream().filter(o -> o.signed() && !o.version().contains("test")).findFirst().orElseThrow();
    }

    private record Offers(List<Offer> offers) {}

    static List<Offer> offers() {
        return Json.read(StandInResources.text("offers.json"), Offers.class, "offers.json").offers();
    }
}
