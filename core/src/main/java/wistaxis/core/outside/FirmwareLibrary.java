package wistaxis.core.outside;

import java.util.List;
import wistaxis.core.firmware.Build;

/** Where builds are listed. */
public interface FirmwareLibrary {
    /** Blocks until answered. @return every build for exactly this model, in no particular order */
    List<Build> buildsFor(String identifier) throws OutsideProblem;
}
