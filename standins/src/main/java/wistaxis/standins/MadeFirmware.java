package wistaxis.standins;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Sha256;

/**
 * The firmware files of the stand-in library, each made when it is first asked for and kept in a folder with a note of its digest. It
 * makes so many and no more.
 */
final class MadeFirmware {
    /** What it makes in all, bytes: some 25 models. Ours. */
    static final long MOST_BYTES = 3_000_000_000L;

    /** Left free on the disk for whoever works there, bytes. Ours. */
    private static final long SPARE = 64_000_000;

    private static final String ENDING = ".zip";

    private final Path folder;
    private final long most;
    private final StandInSigner signer = new StandInSigner();
    private final Map<String, Object> making = new ConcurrentHashMap<>();

    /** What is remembered of a firmware file. */
    record Note(String sha256, long size) {
        Note {
            if (!sha256.matches("[0-9a-f]{64}")) {
                throw new BadInput("digest [" + sha256 + "]: 64 hex digits are needed");
            }
        }
    }

    MadeFirmware(Path folder) throws IOException {
        this(folder, MOST_BYTES);
    }

    /** @param most what all firmware files in the folder may come to, bytes */
    MadeFirmware(Path folder, long most) throws IOException {
        this.folder = Files.createDirectories(folder);
        this.most = most;
    }

    static String name(String identifier, String build) {
        return identifier + "_" + build + ENDING;
    }

    /** @throws BadInput for a name that leads out of the folder */
    Path file(String name) {
        Path file = folder.resolve(name).normalize();
        if (!folder.normalize().equals(file.getParent())) {
            throw new BadInput("no package [" + name + "]");
        }
        return file;
    }

    /** The note of a firmware file that is there. */
    Note note(String name) throws IOException {
        return Json.read(Files.readString(noted(name)), Note.class, noted(name).toString());
    }

    private Path noted(String name) {
        return folder.resolve(name + ".json");
    }

    /**
     * Makes the firmware file where it is not there yet.
     *
     * @throws UncheckedIOException when the disk does not take it, or the library has made enough
     */
    Note make(String identifier, StandInCatalogue.Offer offer) {
        String name = name(identifier, offer.build());
        synchronized (making.computeIfAbsent(name, _ -> new Object())) {
            try {
                return Files.exists(noted(name)) && Files.exists(file(name)) ? kept(name) : made(identifier, offer, name);
            } catch (IOException e) {
                throw new UncheckedIOException("cannot make stand-in package [" + file(name) + "]", e);
            }
        }
    }

    /** A note that cannot be read is written anew. */
    private Note kept(String name) throws IOException {
        try {
            return note(name);
        } catch (BadInput e) {
            return noted(name, file(name));
        }
    }

    private Note made(String identifier, StandInCatalogue.Offer offer, String name) throws IOException {
        long bytes = StandInFirmware.bytes(offer.megabytes());
        if (bytes() + bytes > most) {
            throw new FileSystemException(folder.toString(), null, "the stand-in library has made " + most / 1_000_000
                    + " MB of packages, which is all it makes; empty this folder to let it begin anew");
        }
        if (Files.getFileStore(folder).getUsableSpace() < bytes + SPARE) {
            throw new FileSystemException(folder.toString(), null, "no space left on the disk for a package of " + bytes / 1_000_000
                    + " MB");
        }
        StandInFirmware.of(identifier, offer.version(), offer.build(), offer.megabytes()).write(file(name), signer);
        return noted(name, file(name));
    }

    private Note noted(String name, Path file) throws IOException {
        Note note = new Note(Sha256.of(file), Files.size(file));
        Made.whole(noted(name), out -> out.write(Json.write(note).getBytes(StandardCharsets.UTF_8)));
        return note;
    }

    private long bytes() throws IOException {
        try (Stream<Path> there = Files.list(folder)) {
            return there.filter(p -> p.toString().endsWith(ENDING)).mapToLong(p -> p.toFile().length()).sum();
        }
    }
}
