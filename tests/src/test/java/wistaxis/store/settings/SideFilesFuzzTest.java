package wistaxis.store.settings;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.Tag;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareLayout;
import wistaxis.standins.StandInSigner;
import wistaxis.store.files.SideFile;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.store.internet.DownloadQueue;
import wistaxis.store.ledger.LedgerSeen;

/**
 * Whatever bytes lie in a side file, the bench opens, and the bytes are still there.
 * {@code JAZZER_FUZZ=1 mvn test -pl store -am -Dtest=SideFilesFuzzTest} searches on from the seeds.
 */
@Tag("long")
class SideFilesFuzzTest {
    private static final FirmwareCheck CHECK = new FirmwareCheck(FirmwareLayout.shipped(), StandInSigner.publicKey());
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");

    @FuzzTest(maxDuration = "10m")
    void sideFiles(byte[] bytes) throws IOException {
        Path folder = Files.createTempDirectory("fuzz");
        try {
            Path file = folder.resolve("side.json");
            read(Files.write(file, bytes), Settings.read(file, _ -> { }));
            read(Files.write(file, bytes), new CatalogueFile(file).read(NOW));
            read(Files.write(file, bytes), LedgerSeen.readOrSetAside(file));
            Files.write(file, bytes);
            new FirmwareFolder(folder.resolve("shelf"), file, CHECK).items();
            Files.write(folder.resolve("x.zip.part"), new byte[3]);
            Files.write(folder.resolve("x.zip.part.json"), bytes);
            DownloadQueue.leftovers(folder);
            FirmwareCatalogue.EMPTY.toJson();
        } finally {
            try (var guide = Files.walk(folder)) {
                for (Path path : guide.sorted(Comparator.reverseOrder()).toList()) {
                    Files.delete(path);
                }
            }
        }
    }

    /** Either it is used, or it is set aside with the reason. */
    private static void read(Path file, SideFile.Read<?> read) {
        if (Files.exists(file) != read.problem().isEmpty()) {
            throw new AssertionError(List.of(read.problem(), Files.exists(file)).toString());
        }
    }
}
