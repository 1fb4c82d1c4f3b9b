package wistaxis.core.firmware;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.parallel.Isolated;
import wistaxis.core.facts.BadInput;
import wistaxis.core.signing.Ed25519Key;

/**
 * Whatever bytes come in, the answer is a report or a refusal in words. A usual run tries the seeds under {@code PackageFuzzTestInputs};
 * {@code JAZZER_FUZZ=1 mvn test -pl tests -am -Dsurefire.failIfNoSpecifiedTests=false -Dtest=FirmwareFuzzTest#manifest} searches on from them.
 */
@Isolated
@Tag("long")
class FirmwareFuzzTest {
    private static final List<FirmwareLayout> LAYOUTS = FirmwareLayout.shipped();
    private static final Ed25519Key KEY = Ed25519Key.parse("d75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a");

    @FuzzTest(maxDuration = "10m")
    void manifest(byte[] bytes) {
        for (FirmwareLayout layout : LAYOUTS) {
            try {
                Manifest.parse(bytes, layout, () -> true);
            } catch (BadInput _) {
                // refused in words
            }
        }
    }

    @FuzzTest(maxDuration = "10m")
    void archive(byte[] bytes) throws IOException {
        Path file = Files.createTempFile("fuzz", ".zip");
        try {
            Files.write(file, bytes);
            new FirmwareCheck(LAYOUTS, KEY).check(file, null, PartTask.Runner.inTurn(_ -> true));
        } finally {
            Files.delete(file);
        }
    }
}
