package wistaxis.standins;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareLayout;
import wistaxis.core.firmware.FirmwareReport.Verdict;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.core.firmware.PartTask;

/** The check of a firmware file, on good ones and on bad ones. */
class StandInFirmwareTest {
    private static final FirmwareCheck.Expected EXPECTED = new FirmwareCheck.Expected("iPhone13,2", "31.10", "31K88");

    @TempDir
    private Path folder = Path.of("");
    private Path good = Path.of("");

    @BeforeEach
    void make() throws IOException {
        good = folder.resolve("good.zip");
        new StandInFirmware(List.of("iPhone13,2", "iPhone13,3"), "31.10", "31K88",
                Map.of("boot/kernel.img", new byte[70_000], "system/root.img", new byte[300_000]))
                .write(good, new StandInSigner());
    }

    private static FirmwareReport check(Path file) throws IOException {
        return new FirmwareCheck(FirmwareLayout.shipped(), StandInSigner.publicKey())
                .check(file, EXPECTED, PartTask.Runner.inTurn(_ -> true));
    }

    /** Copies the good firmware file with some entries changed; a null leaves the entry out. */
    private Path changed(Map<String, byte[]> changes) throws IOException {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        try (ZipFile zip = new ZipFile(good.toFile())) {
            for (ZipEntry e : zip.stream().toList()) {
                entries.put(e.getName(), zip.getInputStream(e).readAllBytes());
            }
        }
        entries.putAll(changes);
        Path file = folder.resolve("changed.zip");
        try (OutputStream out = Files.newOutputStream(file); ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> e : entries.entrySet()) {
                if (e.getValue().length > 0) {
                    zip.putNextEntry(new ZipEntry(e.getKey()));
                    zip.write(e.getValue());
                }
            }
        }
        return file;
    }

    private static void refused(FirmwareReport report, Verdict verdict, String... words) {
        assertThat(report.verdict()).as(report.reason()).isEqualTo(verdict);
        assertThat(report.reason()).contains(words);
    }

    @Test
    void aGoodFirmwareFileIsVerified() throws IOException {
        assertThat(check(good)).satisfies(r -> {
            assertThat(r.verified()).isTrue();
            assertThat(r.parts()).isEqualTo(2);
            assertThat(r.products()).containsExactly("iPhone13,2", "iPhone13,3");
        });
    }

    @Test
    void aTruncatedFirmwareFileIsDamaged() throws IOException {
        try (RandomAccessFile file = new RandomAccessFile(good.toFile(), "rw")) {
            file.setLength(file.length() / 2);
        }
        refused(check(good), Verdict.DAMAGED, "not a whole ZIP", "Download it again");
        Files.writeString(good, "not a package at all");
        refused(check(good), Verdict.DAMAGED, "not a whole ZIP");
        Files.write(good, new byte[0]);
        refused(check(good), Verdict.DAMAGED, "not a whole ZIP");
    }

    @Test
    void aFirmwareFileForAnotherModelNamesItsModels() throws IOException {
        new StandInFirmware(List.of("iPhone14,5"), "31.10", "31K88", Map.of("a", new byte[9])).write(good, new StandInSigner());
        refused(check(good), Verdict.NOT_FOR_THIS_DEVICE, "iPhone14,5", "[iPhone13,2]");
        new StandInFirmware(List.of("iPhone13,2"), "31.9", "31J52", Map.of("a", new byte[9])).write(good, new StandInSigner());
        refused(check(good), Verdict.REFUSED, "31.9 (31J52)", "31.10 (31K88)");
    }

    @Test
    void aWrongDigestOrSizeNamesThePart() throws IOException {
        byte[] other = new byte[300_000];
        other[1234] = 1;
        refused(check(changed(Map.of("system/root.img", other))), Verdict.DAMAGED, "[system/root.img]", "digest");
        refused(check(changed(Map.of("system/root.img", new byte[299_999]))), Verdict.DAMAGED, "[system/root.img]", "[299,999]");
        refused(check(changed(Map.of("system/root.img", new byte[0]))), Verdict.DAMAGED, "[system/root.img] is missing");
        refused(check(changed(Map.of("extra.bin", new byte[3]))), Verdict.DAMAGED, "[extra.bin] is not in the manifest");
    }

    @Test
    void aManifestThatSomebodyChangedIsRefused() throws IOException {
        String manifest;
        try (ZipFile zip = new ZipFile(good.toFile())) {
            manifest = new String(zip.getInputStream(zip.getEntry("Manifest.plist")).readAllBytes(), StandardCharsets.UTF_8);
        }
        refused(check(changed(Map.of("Manifest.plist", manifest.replace("iPhone13,3", "iPhone14,5").getBytes(StandardCharsets.UTF_8)))),
                Verdict.REFUSED, "signature");
        new StandInFirmware(List.of("iPhone13,2"), "31.10", "31K88", Map.of("a", new byte[9]))
                .write(good, new StandInSigner("11".repeat(32)));
        refused(check(good), Verdict.REFUSED, "signature");
    }

    @Test
    void whatIsNoFirmwareFileIsRefusedWithTheReason() throws IOException {
        refused(check(changed(Map.of("Manifest.plist", new byte[0]))), Verdict.REFUSED,
                "[Manifest.plist] and [BuildManifest.plist] is in it");
        refused(check(changed(Map.of("Manifest.plist", "{}".getBytes(StandardCharsets.UTF_8)))), Verdict.REFUSED, "not a property list");
        refused(check(changed(Map.of("Manifest.plist", "<!DOCTYPE p [<!ENTITY a 'b'>]><plist/>".getBytes(StandardCharsets.UTF_8)))),
                Verdict.REFUSED, "entities");
        refused(check(changed(Map.of("Manifest.plist", "<plist><dict></dict></plist>".getBytes(StandardCharsets.UTF_8)))), Verdict.REFUSED,
                "has no [Parts]");
        refused(check(changed(Map.of("../outside", new byte[4]))), Verdict.REFUSED, "[../outside]", "leave its folder");
    }
}
