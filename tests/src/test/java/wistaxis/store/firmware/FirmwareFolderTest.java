package wistaxis.store.firmware;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.spy;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareLayout;
import wistaxis.core.firmware.FirmwareReport.Verdict;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.standins.StandInFirmware;
import wistaxis.standins.StandInSigner;
import wistaxis.store.ledger.DataFolder;

class FirmwareFolderTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");

    @TempDir
    private Path folder = Path.of("");

    private FirmwareFolder firmwareFolder() {
        return new FirmwareFolder(folder.resolve("firmware"), folder.resolve("firmware-files.json"),
                new FirmwareCheck(FirmwareLayout.shipped(), StandInSigner.publicKey()));
    }

    private Path made(String name, String product) throws IOException {
        Path file = folder.resolve(name);
        new StandInFirmware(List.of(product), "31.10", "31K88",
                Map.of("boot/kernel.img", new byte[900_000], "system/root.img", new byte[4_000_000])).write(file, new StandInSigner());
        return file;
    }

    /** Files may lie on another drive; while that is gone, work goes on in the data folder, and somebody is told. */
    @Test
    void filesLieWhereAShopWantsThem() throws IOException {
        DataFolder data = DataFolder.open(folder.resolve("data"));
        Path drive = Files.createDirectory(folder.resolve("drive"));
        assertThat(FirmwarePlace.chosen(data)).isEmpty();
        FirmwarePlace.choose(data, FirmwarePlace.parse(data, " " + drive + " "));
        assertThat(new DataFolder(data.root()).firmwareFolder()).isEqualTo(drive);
        assertThat(FirmwarePlace.problem(data)).isEmpty();
        for (String bad : List.of("firmware", data.root().resolve("in").toString(), made("a.zip", "iPhone13,2").toString(), drive + "/none", "\0")) {
            assertThatThrownBy(() -> FirmwarePlace.parse(data, bad)).as(bad).isInstanceOf(BadInput.class);
        }
        assertThat(FirmwarePlace.chosen(data)).isEqualTo(drive.toString());
        Files.move(drive, folder.resolve("elsewhere"));
        assertThat(data.firmwareFolder()).isEqualTo(data.ownFirmware());
        assertThat(FirmwarePlace.problem(data)).contains(drive.toString(), data.ownFirmware().toString());
        FirmwarePlace.choose(data, "");
        assertThat(FirmwarePlace.problem(data)).isEmpty();
    }

    @Test
    void aFirmwareFileIsFoundByItsContentAndVerifiedOnce() throws IOException {
        FirmwareFolder firmwareFolder = firmwareFolder();
        Path file = made("holiday.txt", "iPhone13,2");
        assertThat(firmwareFolder.take(file, _ -> true).verdict()).isEqualTo(Verdict.WELL_FORMED);
        assertThat(file).as("the file itself stays").exists();
        FirmwareFolder.Item item = firmwareFolder.find("iPhone13,2", "31.10", "31K88").orElseThrow();
        assertThat(firmwareFolder.find("iPhone14,5", "31.10", "31K88")).isEmpty();
        assertThat(firmwareFolder.prove(firmwareFolder.file(item), null, _ -> true).verified()).isTrue();
        assertThat(firmwareFolder().items()).as("remembered by the next start").singleElement()
                .satisfies(i -> assertThat(i.report().verified()).isTrue());
        Files.write(firmwareFolder.file(item), new byte[1000]);
        assertThat(firmwareFolder.rescan()).isTrue();
        assertThat(firmwareFolder.items()).as("a changed file is looked at again").singleElement()
                .satisfies(i -> assertThat(i.report().verdict()).isEqualTo(Verdict.DAMAGED));
        assertThat(firmwareFolder.rescan()).as("nothing changed").isFalse();
    }

    /** The folder's watch looks at a new file while a download's proof is under way: the quick look must not put the proof back. */
    @Test
    void aQuickLookThatEndsAfterTheProofDoesNotPutItBack() throws IOException {
        FirmwareCheck check = spy(new FirmwareCheck(FirmwareLayout.shipped(), StandInSigner.publicKey()));
        FirmwareFolder firmwareFolder = new FirmwareFolder(folder, folder.resolve("data/firmware-files.json"), check);
        Path file = made("a.zip", "iPhone13,2");
        doAnswer(looking -> {
            firmwareFolder.prove(file, null, _ -> true);
            return looking.callRealMethod();
        }).when(check).quick(any(), any(), any());
        assertThat(firmwareFolder.rescan()).isFalse();
        assertThat(firmwareFolder.items()).singleElement().satisfies(i -> assertThat(i.report().verified()).isTrue());
    }

    @Test
    void whatIsNoFirmwareFileIsRefusedAndAStoppedCheckLeavesNoVerdict() throws IOException {
        FirmwareFolder firmwareFolder = firmwareFolder();
        Path bad = Files.writeString(folder.resolve("firmware.zip"), "not a package");
        assertThat(firmwareFolder.take(bad, _ -> true)).satisfies(r -> assertThat(r.reason()).contains("not a whole ZIP"));
        assertThat(firmwareFolder.items()).isEmpty();
        firmwareFolder.take(made("a.zip", "iPhone13,2"), _ -> true);
        Files.delete(folder.resolve("a.zip"));
        firmwareFolder.take(made("a.zip", "iPhone14,5"), _ -> true);
        assertThat(firmwareFolder.items()).as("the same name twice").extracting(FirmwareFolder.Item::name).containsExactly("a-2.zip", "a.zip");
        Path file = firmwareFolder.file(firmwareFolder.items().getFirst());
        assertThatThrownBy(() -> firmwareFolder.prove(file, null, _ -> false)).isInstanceOf(InterruptedIOException.class);
        assertThat(firmwareFolder.items().getFirst().report().verdict()).isEqualTo(Verdict.WELL_FORMED);
        Files.writeString(folder.resolve("firmware-files.json"), "{broken");
        assertThat(firmwareFolder().items()).as("an index that cannot be read is made anew").isEmpty();
    }

    /** From another disk a firmware file is copied, and can be stopped; nothing half copied stays. */
    @Test
    void aFirmwareFileFromAnotherDiskIsCopiedWholeOrNotAtAll() throws IOException {
        Path elsewhere = Path.of("/dev/shm");
        assumeTrue(Files.isWritable(elsewhere) && !Files.getFileStore(elsewhere).equals(Files.getFileStore(folder)));
        Path there = Files.createTempFile(elsewhere, "wistaxis", ".zip");
        try {
            Files.copy(made("a.zip", "iPhone13,2"), there, StandardCopyOption.REPLACE_EXISTING);
            FirmwareFolder firmwareFolder = firmwareFolder();
            assertThatThrownBy(() -> firmwareFolder.take(there, done -> done < 0.3)).isInstanceOf(InterruptedIOException.class);
            try (var left = Files.list(firmwareFolder.folder())) {
                assertThat(left).isEmpty();
            }
            assertThat(firmwareFolder.items()).isEmpty();
            assertThat(firmwareFolder.take(there, _ -> true).sound()).isTrue();
            assertThat(firmwareFolder.items()).singleElement().satisfies(i -> assertThat(firmwareFolder.file(i)).hasSameBinaryContentAs(there));
            firmwareFolder.remove(firmwareFolder.items().getFirst());
            assertThat(firmwareFolder.items()).isEmpty();
            assertThat(there).exists();
        } finally {
            Files.delete(there);
        }
    }

    @Test
    void theFolderIsWatched() throws Exception {
        FirmwareFolder firmwareFolder = firmwareFolder();
        CountDownLatch changed = new CountDownLatch(1);
        try (FolderWatch watch = new FolderWatch(firmwareFolder.folder(), changed::countDown)) {
            assertThat(watch).isNotNull();
            Files.move(made("b.zip", "iPhone13,2"), firmwareFolder.folder().resolve("b.zip"));
            assertThat(changed.await(20, TimeUnit.SECONDS)).isTrue();
        }
        assertThat(firmwareFolder.rescan()).isTrue();
        assertThat(firmwareFolder.items()).hasSize(1);
    }

    private static Build build(String version, String digit, boolean signed) {
        return new Build(List.of("iPhone13,2"), SystemVersion.parse(version), "B" + version, LocalDate.of(2026, 5, 1), 1000,
                digit.repeat(64), "/p", signed, null);
    }

    private static void theSameFirmwareFileOfTwoModelsIsKeptForBoth(FirmwareCatalogue catalogue) {
        Build shared = build("31.10", "c", true);
        Build other = new Build(List.of("iPhone13,3"), shared.version(), shared.build(), shared.released(), shared.sizeBytes(),
                shared.sha256(), shared.path(), true, null);
        FirmwareCatalogue both = catalogue.refreshed("iPhone13,3", List.of(other), NOW.plusSeconds(90), Set.of());
        assertThat(both.of("iPhone13,2")).hasSize(2);
        assertThat(both.of("iPhone13,3")).singleElement()
                .satisfies(l -> assertThat(l.build().identifiers()).containsExactly("iPhone13,2", "iPhone13,3"));
        FirmwareCatalogue less = both.refreshed("iPhone13,3", List.of(), NOW.plusSeconds(120), Set.of());
        assertThat(less.of("iPhone13,3")).isEmpty();
        assertThat(less.of("iPhone13,2")).as("gone for one model, not for the other").hasSize(2);
    }

    @Test
    void theCatalogueIsMergedWithoutLosingWhatIsInTheFirmwareFolder() throws IOException {
        FirmwareCatalogue first = FirmwareCatalogue.EMPTY.refreshed("iPhone13,2",
                List.of(build("31.9", "a", true), build("31.8", "b", true)), NOW, Set.of());
        FirmwareCatalogue next = first.refreshed("iPhone13,2", List.of(build("31.10", "c", true)), NOW.plusSeconds(60),
                Set.of("a".repeat(64)));
        assertThat(next.of("iPhone13,2")).extracting(l -> l.build().version().toString()).as("31.8 is gone, 31.9 is on the shelf")
                .containsExactly("31.10", "31.9");
        assertThat(next.byKey("a".repeat(64)).orElseThrow().build().signed()).as("listed no more: its window is closed").isFalse();
        theSameFirmwareFileOfTwoModelsIsKeptForBoth(next);
        FirmwareCatalogue taken = FirmwareCatalogue.parseImport(first.toJson(), "import", NOW.plusSeconds(1));
        assertThat(taken.refreshed("iPhone13,2", List.of(build("31.10", "c", true)), NOW.plusSeconds(60), Set.of()).of("iPhone13,2"))
                .as("what was imported does not go because a library does not list it").hasSize(3);
        CatalogueFile file = new CatalogueFile(folder.resolve("data/firmware.json"));
        assertThat(file.look(NOW)).isEqualTo(FirmwareCatalogue.EMPTY);
        file.write(next);
        assertThat(file.look(NOW.plusSeconds(1000))).isEqualTo(next);
        assertThat(next.merge(first.builds()).byKey("a".repeat(64)).orElseThrow().askedAt()).as("older news does not win")
                .isEqualTo(NOW.plusSeconds(60));
        Path bad = folder.resolve("bad.json");
        Files.writeString(bad, next.toJson().replace("\"sizeBytes\" : 1000", "\"sizeBytes\" : 0"));
        assertThatThrownBy(() -> CatalogueFile.imported(bad, NOW.plusSeconds(1000))).isInstanceOf(BadInput.class)
                .hasMessageContaining("bad.json line").hasMessageContaining("[0]");
        Files.writeString(bad, next.toJson().replace("wistaxis-firmware", "something-else"));
        assertThatThrownBy(() -> CatalogueFile.imported(bad, NOW.plusSeconds(1000))).isInstanceOf(BadInput.class)
                .hasMessageContaining("[something-else 1]");
    }
}
