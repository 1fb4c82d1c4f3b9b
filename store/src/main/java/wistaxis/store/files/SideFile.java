package wistaxis.store.files;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.function.Function;
import wistaxis.core.facts.BadInput;
import wistaxis.core.words.Text;

/**
 * A file beside the ledger that makes work easier and is never needed. One that cannot be used is set aside under another name, is said
 * once, and costs no more than itself.
 *
 * @param what to call it in a message
 * @param megabytes the most it ever has
 */
public record SideFile(Path file, String what, int megabytes) {
    private static final String ASIDE = ".set-aside-";
    private static final DateTimeFormatter STAMP = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss", Locale.ROOT).withZone(ZoneOffset.UTC);

    /** @param problem what was wrong and where it is now; empty when nothing was */
    public record Read<T>(T value, String problem) {}

    /**
     * @param parse from its text; whatever it throws is what is wrong with the file
     * @param otherwise where there is no such file, or none that can be used
     */
    public <T> Read<T> read(Function<String, T> parse, T otherwise) {
        if (!Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
            return new Read<>(otherwise, "");
        }
        try {
            return new Read<>(parse.apply(OutsideFile.text(file, what, megabytes)), "");
        } catch (RuntimeException | StackOverflowError e) {
            String why = e instanceof BadInput ? e.getMessage() : t("store.file.not-understood");
            return new Read<>(otherwise, t("store.file.not-read", "what", Text.of("store.what." + what).or(what), "why", why) + " "
                    + setAside());
        }
    }

    /** Gives it another name, beside. @return where it is now, in a sentence */
    public String setAside() {
        return setAside(file);
    }

    /** Gives a file another name, beside. @return where it is now, in a sentence */
    public static String setAside(Path file) {
        try {
            Path aside = free(file);
            Files.move(file, aside);
            return t("store.file.set-aside", "name", aside.getFileName());
        } catch (IOException e) {
            return t("store.file.not-set-aside", "why", DiskProblem.words("file", file, e));
        }
    }

    /** Whether a name is one of a file that was set aside. */
    public static boolean isAside(String name) {
        return name.contains(ASIDE);
    }

    private static Path free(Path file) {
        String stem = file.getFileName() + ASIDE + STAMP.format(Instant.now());
        Path aside = file.resolveSibling(stem);
        for (int n = 2; Files.exists(aside, LinkOption.NOFOLLOW_LINKS); n++) {
            aside = file.resolveSibling(stem + "-" + n);
        }
        return aside;
    }
}
