package wistaxis.store.backup;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.text.Normalizer;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.regex.Pattern;
import org.bouncycastle.crypto.generators.Argon2BytesGenerator;
import org.bouncycastle.crypto.params.Argon2Parameters;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.Rights;
import wistaxis.store.files.WholeFile;

/**
 * What opens a shop's backups: a key that was made here and printed, or a passphrase of the shop's own.
 *
 * @param text of a made one eight groups of four letters and digits, of a passphrase what was typed
 */
public record BackupKey(String text) {
    /** Letters and digits that nobody takes for each other; published: Crockford, Base 32. */
    private static final String LETTERS = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
    private static final int GROUPS = 8;
    private static final int GROUP = 4;
    private static final int SHORTEST = 12;
    private static final int LONGEST = 200;
    private static final Pattern MADE = Pattern.compile("(?:[0-9A-HJKMNP-TV-Z]{4}-){7}[0-9A-HJKMNP-TV-Z]{4}");
    private static final int BYTES = 32;
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final AtomicReference<@Nullable Derived> LAST = new AtomicReference<>();

    /** One with 160 bits of chance. */
    public static BackupKey make() {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < GROUPS * GROUP; i++) {
            text.append(i > 0 && i % GROUP == 0 ? "-" : "").append(LETTERS.charAt(RANDOM.nextInt(LETTERS.length())));
        }
        return new BackupKey(text.toString());
    }

    /**
     * As somebody typed or scanned it: of a made one spaces, hyphens and small letters do not matter.
     *
     * @throws BadInput for a passphrase under 12 or over 200 letters
     */
    public static BackupKey parse(String typed) {
        String tight = typed.replaceAll("[\\s-]", "").toUpperCase(Locale.ROOT).replace('O', '0').replaceAll("[IL]", "1");
        String grouped = tight.replaceAll("(.{4})(?=.)", "$1-");
        if (MADE.matcher(grouped).matches()) {
            return new BackupKey(grouped);
        }
        String phrase = Normalizer.normalize(typed.strip(), Normalizer.Form.NFKC);
        int n = phrase.codePointCount(0, phrase.length());
        if (n < SHORTEST || n > LONGEST) {
            throw new BadInput(t("store.backup.bad-passphrase", "n", n, "least", SHORTEST, "most", LONGEST));
        }
        return new BackupKey(phrase);
    }

    /** The one of a data folder; empty where there is none. @throws BadInput for a file that holds none */
    public static Optional<BackupKey> read(Path file) {
        return Files.exists(file) ? Optional.of(parse(OutsideFile.text(file, "backup-key", 1).lines().findFirst().orElse("")))
                : Optional.empty();
    }

    /** Keeps it in a file that only its user reads. */
    public void write(Path file) {
        try {
            WholeFile.write(file, text + "\n");
            Rights.close(file);
        } catch (IOException e) {
            throw DiskProblem.of("backup-key", file, e);
        }
    }

    /** Whether it was made here, not typed. */
    public boolean isMade() {
        return MADE.matcher(text).matches();
    }

    /** The key of one file, by Argon2id. Published: RFC 9106. What is slow is not done twice with the same salt. */
    byte[] derive(byte[] salt, int memoryKib, int passes, int lanes) {
        List<Object> from = List.of(text, HexFormat.of().formatHex(salt), memoryKib, passes, lanes);
        Derived last = LAST.get();
        if (last == null || !last.from().equals(from)) {
            Argon2BytesGenerator argon = new Argon2BytesGenerator();
            argon.init(new Argon2Parameters.Builder(Argon2Parameters.ARGON2_id).withVersion(Argon2Parameters.ARGON2_VERSION_13)
                    .withSalt(salt).withMemoryAsKB(memoryKib).withIterations(passes).withParallelism(lanes).build());
            last = new Derived(from, new byte[BYTES]);
            argon.generateBytes(text.getBytes(StandardCharsets.UTF_8), last.key());
            LAST.set(last);
        }
        return last.key().clone();
    }

    private record Derived(List<Object> from, byte[] key) {}

    @Override
    public String toString() {
        return "BackupKey";
    }
}
