package wistaxis.standins;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Sha256;

/** The packages of the stand-in library, each made when it is first asked for and kept in a folder with a note of its digest. */
final class MadePackages {
    private final Path folder;
    private final StandInSigner signer = new StandInSigner();
    private final Map<String, Object> making = new ConcurrentHashMap<>();

    /** What is remembered of a package. */
    record Note(String sha256, long size) {}

    MadePackages(Path folder) throws IOException {
        this.folder = Files.createDirectories(folder);
    }

    static String name(String identifier, String build) {
        return identifier + "_" + build + ".zip";
    }

    Path file(String name) {
        return folder.resolve(name);
    }

    /** The note of a package that is there. */
    Note note(String name) throws IOException {
        return Json.read(Files.readString(noted(name)), Note.class, noted(name).toString());
    }

    private Path noted(String name) {
        return folder.resolve(name + ".json");
    }

    /** Makes the package where it is not there yet. */
    Note make(String identifier, StandInCatalogue.Offer offer) {
        String name = name(identifier, offer.build());
        synchronized (making.computeIfAbsent(name, _ -> new Object())) {
            try {
                if (!Files.exists(noted(name))) {
                    StandInPackage.of(identifier, offer.version(), offer.build(), offer.megabytes()).write(file(name), signer);
                    Path note = folder.resolve(name + ".note.tmp");
                    Files.writeString(note, Json.write(new Note(Sha256.of(file(name)), Files.size(file(name)))));
                    Files.move(note, noted(name), StandardCopyOption.ATOMIC_MOVE);
                }
                return note(name);
            } catch (IOException e) {
                throw new UncheckedIOException("cannot make stand-in package [" + file(name) + "]", e);
            }
        }
    }
}
