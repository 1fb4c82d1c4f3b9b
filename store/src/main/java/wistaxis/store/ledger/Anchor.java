package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Shown;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.Rights;

/**
 * The head of a ledger at some moment, kept outside of it: whoever may write the ledger's file can change an entry and reckon all later
 * digests anew, which a chain by itself cannot show.
 *
 * @param entry number of the last entry then, 1 or more
 * @param digest of it, 64 hex digits; from document at least the first twelve
 * @param at when; null for one from document
 */
public record Anchor(long entry, String digest, @Nullable Instant at) {
    private static final int SHORTEST = 12;
    private static final int MEGABYTES = 20;

    public Anchor {
        digest = digest.toLowerCase(Locale.ROOT);
        if (entry < 1 || !digest.matches("[0-9a-f]{" + SHORTEST + ",64}")) {
            throw new BadInput(t("store.ledger.anchor-form", "entry", entry, "digest", Shown.value(digest), "least", SHORTEST));
        }
    }

    /** Reads one from document, {@code NUMBER:DIGEST}. @throws BadInput for anything else */
    public static Anchor parse(String text) {
        int colon = text.indexOf(':');
        try {
            return new Anchor(Long.parseLong(text.substring(0, Math.max(0, colon)).strip()), text.substring(colon + 1).replace(" ", ""),
                    null);
        } catch (NumberFormatException e) {
            throw new BadInput(t("store.ledger.anchor-written", "text", Shown.value(text)), e);
        }
    }

    /** As it stands on document. */
    @Override
    public String toString() {
        return entry + ":" + digest;
    }

    /** In words, for what does not agree with it. */
    String words() {
        return at == null ? t("store.ledger.the-anchor", "entry", entry, "digest", digest.substring(0, SHORTEST))
                : t("store.ledger.anchor-of", "day", LocalDate.ofInstant(at, ZoneId.systemDefault()));
    }

    /**
     * Those in a file, in the order in which they were made; none where there is no file.
     *
     * @throws BadInput for a line that is none, with its number
     */
    public static List<Anchor> read(Path file) {
        List<Anchor> anchors = new ArrayList<>();
        if (Files.exists(file)) {
            List<String> lines = OutsideFile.text(file, "anchors", MEGABYTES).lines().filter(l -> !l.isBlank()).toList();
            for (String line : lines) {
                anchors.add(Json.readLine(line, Anchor.class, String.valueOf(file.getFileName()), anchors.size() + 1));
            }
        }
        return anchors;
    }

    /** What a file of anchors holds, as far as it can be read. @param problem why the rest cannot; empty where all can */
    public record Kept(List<Anchor> anchors, String problem) {}

    /** The same, whatever is in it: a damaged file of anchors keeps nobody from looking at the ledger. */
    public static Kept readable(Path file) {
        try {
            return new Kept(read(file), "");
        } catch (BadInput | DiskProblem e) {
            return new Kept(List.of(), t("store.ledger.anchors-unread", "file", file.getFileName(), "why", e.getMessage()));
        }
    }

    /** Adds it to a file; returns once it is safe on the disk. The file only ever grows. */
    public void append(Path file) throws IOException {
        boolean made = !Files.exists(file);
        try (FileChannel out = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.APPEND)) {
            ByteBuffer line = ByteBuffer.wrap((Json.write(this) + "\n").getBytes(StandardCharsets.UTF_8));
            while (line.hasRemaining()) {
                out.write(line);
            }
            out.force(true);
        }
        if (made) {
            Rights.close(file);
        }
    }
}
