package wistaxis.workbench.backup;

import java.io.IOException;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.words.Text;
import wistaxis.store.backup.BackupKey;
import wistaxis.store.backup.BackupPlace;
import wistaxis.store.document.PdfDocument;

/** The key on paper, with a code that a scanner types. */
final class KeyDocument {
    private static final double CODE_MM = 45;

    private KeyDocument() {}

    static byte[] pdf(BackupKey key, BackupPlace place, Instant now) throws IOException {
        return PdfDocument.pdf(PdfDocument.fill("backup-key", Text.of("store.document.backup-key.title"), Map.of("key", key.text(), "made",
                key.isMade(), "place", Optional.ofNullable(place.folder()).orElse(""), "id", place.id(), "code",
                        PdfDocument.code(key.text(),
                CODE_MM)), now));
    }
}
