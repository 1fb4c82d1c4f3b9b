package wistaxis.standins;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/** Files of the stand-ins, whole or not there: under a name that nobody can know first. */
final class Made {
    private Made() {}

    /** Writes the content. */
    interface Content {
        void to(OutputStream out) throws IOException;
    }

    static void whole(Path file, Content content) throws IOException {
        Path temporary = Files.createTempFile(file.toAbsolutePath().getParent(), ".wistaxis-", ".tmp");
        try {
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(temporary))) {
                content.to(out);
            }
            Files.move(temporary, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(temporary);
        }
    }
}
