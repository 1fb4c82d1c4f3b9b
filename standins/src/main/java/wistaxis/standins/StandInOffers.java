package wistaxis.standins;

import java.util.List;
import wistaxis.core.firmware.SystemVersion;

/** What the stand-in library offers, for those who do not ask it over the line. */
public final class StandInOffers {
    private StandInOffers() {}

    /** The versions that are signed when the library opens, newest first; the same for every model. */
    public static List<SystemVersion> signed() {
        return StandInCatalogue.offers().stream().filter(StandInCatalogue.Offer::signed).map(o -> SystemVersion.parse(o.version()))
                .sorted(java.util.Comparator.reverseOrder()).toList();
    }
}
