package wistaxis.desktop;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import wistaxis.core.facts.ProgramVersion;
import wistaxis.store.files.LogFile;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;

/** Which Wistaxis opened a data folder last: {@code last-version} in it. */
final class LastVersion {
    /** What there is to be said of that. */
    enum News { FIRST, NEWER, SAME }

    private LastVersion() {}

    /**
     * Looks, and writes down that it is this one now.
     *
     * @param fresh whether nothing was ever done there
     * @param silent whether nothing is said, as in a demo
     */
    static News noted(DataFolder folder, boolean fresh, boolean silent) {
        Path file = folder.lastVersion();
        try {
            String before = Files.exists(file) ? Files.readString(file).strip() : "";
            if (!before.equals(ProgramVersion.OURS)) {
                WholeFile.write(file, ProgramVersion.OURS + "\n");
            }
            return silent || before.equals(ProgramVersion.OURS) ? News.SAME : fresh ? News.FIRST : before.isEmpty()
                    && !Files.exists(folder.ledger()) ? News.SAME : News.NEWER;
        } catch (IOException e) {
            LogFile.failed("noting the version", e);
            return News.SAME;
        }
    }
}
