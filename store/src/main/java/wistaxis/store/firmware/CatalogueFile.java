package wistaxis.store.firmware;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.Rights;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.WholeFile;

/** The catalogue of builds as a file; imports are read in the same format. */
public record CatalogueFile(Path file) {
    private static final int MEGABYTES = 32;

    /** What is known, and nothing of it from after now; one that cannot be understood is set aside. */
    public SideFile.Read<FirmwareCatalogue> read(Instant now) {
        return new SideFile(file, "builds", MEGABYTES)
                .read(text -> FirmwareCatalogue.parse(text, String.valueOf(file.getFileName())).notAfter(now), FirmwareCatalogue.EMPTY);
    }

    /**
     * What is known, for somebody who only looks.
     *
     * @throws wistaxis.core.facts.BadInput when the file cannot be understood; it is left as it is
     */
    public FirmwareCatalogue look(Instant now) {
        return Files.exists(file) ? FirmwareCatalogue.parse(OutsideFile.text(file, "builds", MEGABYTES),
                String.valueOf(file.getFileName())).notAfter(now) : FirmwareCatalogue.EMPTY;
    }

    /**
     * Reads any such file, for an import.
     *
     * @throws wistaxis.core.facts.BadInput when it cannot be understood, or speaks of what is still to come
     */
    public static FirmwareCatalogue imported(Path from, Instant now) {
        return FirmwareCatalogue.parseImport(OutsideFile.text(from, "builds", MEGABYTES), String.valueOf(from.getFileName()), now);
    }

    public void write(FirmwareCatalogue catalogue) throws IOException {
        Rights.makeFolder(file.toAbsolutePath().getParent());
        WholeFile.write(file, catalogue.toJson());
    }
}
