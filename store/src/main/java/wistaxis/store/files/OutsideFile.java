package wistaxis.store.files;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.Utf8;

/** Files from outside, read up to a limit, whatever they say of their length: a pipe or a device may have no end. */
public final class OutsideFile {
    private OutsideFile() {}

    /**
     * A file's text, which is UTF-8.
     *
     * @param what to call it in a message, for example {@code case}
     * @param megabytes the most that such a file ever has
     * @throws BadInput when it cannot be read, is longer, or is no text
     */
    public static String text(Path file, String what, int megabytes) {
        String it = DiskProblem.named(what, Shown.value(file.toString())).toString();
        if (Files.isDirectory(file)) {
            throw new BadInput(t("store.file.folder", "what", it));
        }
        try (InputStream in = Files.newInputStream(file)) {
            int most = megabytes * 1_000_000;
            byte[] bytes = in.readNBytes(most + 1);
            if (bytes.length > most) {
                throw new BadInput(t("store.file.too-long", "what", it, "megabytes", megabytes));
            }
            return Utf8.read(bytes, it);
        } catch (NoSuchFileException e) {
            throw new BadInput(t("store.file.not-there", "what", it), e);
        } catch (IOException e) {
            throw new BadInput(DiskProblem.words(what, file, e), e);
        }
    }
}
