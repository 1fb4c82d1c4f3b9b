package wistaxis.store.firmware;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.store.WholeFile;

/** The catalogue of builds as a file; imports are read in the same format. */
public record CatalogueFile(Path file) {
    private static final long LONGEST = 32_000_000;

    /** What is known; nothing where there is no file. @throws BadInput when the file cannot be understood; it is left as it is */
    public FirmwareCatalogue read() throws IOException {
        return Files.exists(file) ? read(file) : FirmwareCatalogue.EMPTY;
    }

    /** Reads any such file, for an import. */
    public static FirmwareCatalogue read(Path from) throws IOException {
        if (Files.size(from) > LONGEST) {
            throw new BadInput("[" + from + "] is longer than 32 MB; that is no catalogue");
        }
        return FirmwareCatalogue.parse(Files.readString(from), String.valueOf(from.getFileName()));
    }

    public void write(FirmwareCatalogue catalogue) throws IOException {
        Files.createDirectories(file.toAbsolutePath().getParent());
        WholeFile.write(file, catalogue.toJson());
    }
}
