package wistaxis.core.firmware;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.util.Collections;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.FirmwareReport.Verdict;
import wistaxis.core.signing.Ed25519Key;

/**
 * Archives and property lists of other hands, good and hostile. Fixtures: {@code packages/make.py}, written with Python's zipfile and
 * plistlib; {@code infozip.zip} by Info-ZIP 3.
 */
class FirmwareCheckTest {
    private static final Path FIXTURES = Path.of("src/test/resources/packages");
    private static final List<FirmwareLayout> LAYOUTS = FirmwareLayout.shipped();

    @TempDir
    private Path folder = Path.of("");

    private static FirmwareCheck check() {
        return new FirmwareCheck(LAYOUTS, Ed25519Key.parse("d75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a"));
    }

    private static FirmwareReport check(Path file) throws IOException {
        return check().check(file, null, PartTask.Runner.inTurn(_ -> true));
    }

    /** Written by another implementation, in both formats, with the digests of FIPS 180-4 and with ZIP64 fields. */
    @ParameterizedTest
    @ValueSource(strings = {"maker-xml-sha384", "maker-binary-sha1", "maker-binary-sha256-zip64", "maker-xml-sha512"})
    void firmwareFilesOfAnotherImplementationAreVerified(String name) throws IOException {
        Path file = FIXTURES.resolve(name + ".zip");
        FirmwareReport report = check(file);
        assertThat(report.verdict()).as(report.reason()).isEqualTo(Verdict.CONSISTENT);
        assertThat(report.products()).containsExactly("iPhone13,2", "iPhone13,3");
        assertThat(report.version() + " " + report.build() + " " + report.parts()).isEqualTo("31.10 31K88 2");
        assertThat(report.details()).contains("2 parts checked by digest").first().asString().contains("nobody signed");
        assertThat(check().quick(file, new FirmwareCheck.Expected("iPhone13,3", null, null), () -> true).verdict())
                .isEqualTo(Verdict.WELL_FORMED);
        assertThat(check().quick(file, new FirmwareCheck.Expected("iPhone14,5", null, null), () -> true)).satisfies(r -> {
            assertThat(r.verdict()).isEqualTo(Verdict.NOT_FOR_THIS_DEVICE);
            assertThat(r.reason()).contains("iPhone13,2, iPhone13,3").contains("[iPhone14,5]");
        });
        byte[] bytes = Files.readAllBytes(file);
        try (FileChannel channel = FileChannel.open(file)) {
            ZipDirectory.Entry part = ZipDirectory.read(channel).entries().get(1);
            bytes[(int) (part.start() + part.packed() / 2)] ^= 1;
        }
        assertThat(check(Files.write(folder.resolve("flipped.zip"), bytes))).satisfies(r -> {
            assertThat(r.verdict()).isEqualTo(Verdict.DAMAGED);
            assertThat(r.reason()).contains("boot/kernel.img");
        });
        assertThatThrownBy(() -> check().check(file, null, PartTask.Runner.inTurn(_ -> false))).isInstanceOf(InterruptedIOException.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"listed.xml.plist", "listed.binary.plist"})
    void propertyListsOfAnotherImplementationAreRead(String name) throws IOException {
        Manifest m = Manifest.parse(Files.readAllBytes(FIXTURES.resolve(name)), LAYOUTS.getFirst(), () -> true);
        assertThat(m.products()).containsExactly("iPhone13,2");
        assertThat(m.parts()).containsEntry("größe/ü.img", new Manifest.Part("ab".repeat(32), 6L << 32)).containsKey("a".repeat(300));
    }

    @Test
    void anArchiveOfInfoZipIsReadButIsNoFirmwareFile() throws IOException {
        assertThat(check(FIXTURES.resolve("infozip.zip"))).satisfies(r -> {
            assertThat(r.verdict()).isEqualTo(Verdict.REFUSED);
            assertThat(r.reason()).contains("[Manifest.plist] and [BuildManifest.plist] is in it");
        });
    }

    /** Published: FIPS 180-4 examples and the CRC-32 check value of the nine digits (ITU-T V.42), on what the part reader uses. */
    @ParameterizedTest
    @CsvSource({"SHA-1, abc, a9993e364706816aba3e25717850c26c9cd0d89d",
            "SHA-256, abc, ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad",
        "SHA-384, abc, cb00753f45a35e8bb5a03d699ac65007272c32ab0eded1631a8b605a43ff5bed8086072ba1e7cc2358baeca134c825a7",
        "SHA-512, abc, ddaf35a193617abacc417349ae20413112e6fa4e89a97ea20a9eeee64b55d39a2192992a274fc1a836ba3c23a3feebbd454d4423643ce80e2a9ac94fa54ca49f"})
    void digestsAreThoseOfTheStandard(String algorithm, String text, String digest) throws Exception {
        assertThat(HexFormat.of().formatHex(MessageDigest.getInstance(algorithm).digest(text.getBytes(StandardCharsets.US_ASCII))))
                .isEqualTo(digest);
        CRC32 crc = new CRC32();
        crc.update("123456789".getBytes(StandardCharsets.US_ASCII));
        assertThat(crc.getValue()).isEqualTo(0xCBF43926L);
    }

    private Path zip(Map<String, byte[]> entries) throws IOException {
        Path file = folder.resolve("x.zip");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            for (var e : new java.util.TreeMap<>(entries).entrySet()) {
                zip.putNextEntry(new ZipEntry(e.getKey()));
                zip.write(e.getValue());
            }
        }
        return file;
    }

    private void refused(Path file, Verdict verdict, String words) throws IOException {
        FirmwareReport report = check(file);
        assertThat(report.reason()).contains(words);
        assertThat(report.verdict()).as(report.reason()).isEqualTo(verdict);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"../out | leave its folder", "/etc/x | leave its folder", "a\\b | leave its folder",
            "c:x | leave its folder", "a/./b | leave its folder", "a//b | leave its folder"})
    void namesThatLeadOutsideAreRefused(String name, String words) throws IOException {
        refused(zip(Map.of(name, new byte[3])), Verdict.REFUSED, words);
    }

    @Test
    void namesThatFallTogetherAreRefused() throws IOException {
        refused(zip(Map.of("Boot/a.img", new byte[1], "boot/A.img", new byte[1])), Verdict.REFUSED, "would be one file");
        refused(zip(Map.of("u\u0308.img", new byte[1], "\u00fc.img", new byte[1])), Verdict.REFUSED, "would be one file");
        refused(zip(Map.of("boot", new byte[1], "boot/a.img", new byte[1])), Verdict.REFUSED, "is a file and the folder of");
        Path twice = zip(Map.of("aa", new byte[1], "ab", new byte[1]));
        byte[] bytes = Files.readAllBytes(twice);
        replaceAll(bytes, "ab", "aa");
        refused(Files.write(twice, bytes), Verdict.REFUSED, "is in it twice");
        refused(zip(Map.of("Manifest.plist", new byte[1], "BuildManifest.plist", new byte[1])), Verdict.REFUSED, "two manifests");
    }

    private static void replaceAll(byte[] bytes, String from, String to) {
        byte[] f = from.getBytes(StandardCharsets.ISO_8859_1);
        for (int i = 0; i + f.length <= bytes.length; i++) {
            if (java.util.Arrays.equals(bytes, i, i + f.length, f, 0, f.length)) {
                System.arraycopy(to.getBytes(StandardCharsets.ISO_8859_1), 0, bytes, i, to.length());
            }
        }
    }

    /** Changes a field of the directory's first entry. */
    private Path changed(int offset, int value, int width) throws IOException {
        Path file = zip(Map.of("a.img", new byte[20_000], "b.img", new byte[20_000]));
        ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
        int at = b.limit() - 22;
        int directory = b.getInt(at + 16);
        if (width == 2) {
            b.putShort(directory + offset, (short) value);
        } else {
            b.putInt(directory + offset, value);
        }
        return Files.write(file, b.array());
    }

    @Test
    void whatLiesAboutItselfIsRefused() throws IOException {
        refused(changed(8, 1, 2), Verdict.REFUSED, "is encrypted");
        refused(changed(10, 12, 2), Verdict.REFUSED, "packed by method [12]");
        refused(changed(10, 0, 2), Verdict.REFUSED, "otherwise in its own head");
        refused(changed(38, 0xA1FF0000, 4), Verdict.REFUSED, "is a link");
        refused(changed(24, 2_000_000_000, 4), Verdict.REFUSED, "would grow");
        refused(changed(20, 1_000_000, 4), Verdict.DAMAGED, "reaches beyond");
        refused(changed(42, 1_000_000, 4), Verdict.DAMAGED, "outside the file");
        refused(changed(42, 3, 4), Verdict.DAMAGED, "not where the directory says");
        Path file = zip(Map.of("a.img", new byte[20_000]));
        ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
        b.putShort(b.limit() - 22 + 10, (short) 2);
        refused(Files.write(file, b.array()), Verdict.REFUSED, "counts [2] entries");
        refused(overlapping(), Verdict.REFUSED, "overlap");
    }

    /** Two entries whose data are the same stretch of the file. */
    private Path overlapping() throws IOException {
        Path file = folder.resolve("over.zip");
        byte[] noise = new byte[5000];
        new java.util.Random(5).nextBytes(noise);
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            for (String name : List.of("aaaa", "bbbb")) {
                zip.putNextEntry(new ZipEntry(name));
                zip.write(noise);
            }
        }
        ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
        int directory = b.getInt(b.limit() - 22 + 16);
        int packed = b.getInt(directory + 20);
        b.putInt(directory + 20, packed + 60);
        return Files.write(file, b.array());
    }

    @Test
    void aBombStopsWhereItGrowsBeyondItsWord() throws IOException {
        Path file = zip(Map.of("Manifest.plist", new byte[300_000]));
        ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
        int directory = b.getInt(b.limit() - 22 + 16);
        b.putInt(directory + 24, 1000);
        b.putInt(directory - 4, 1000); // its descriptor lies along with the directory
        refused(Files.write(file, b.array()), Verdict.REFUSED, "grows beyond the [1,000] bytes");
    }

    /** A file cut anywhere is damaged or refused, never verified, and never an error of another kind. */
    @Test
    void aFileCutAnywhereIsNeverTaken() throws IOException {
        byte[] whole = Files.readAllBytes(FIXTURES.resolve("maker-binary-sha1.zip"));
        for (int length = 0; length < whole.length; length += 7) {
            Path cut = Files.write(folder.resolve("cut.zip"), java.util.Arrays.copyOf(whole, length));
            assertThat(check(cut).sound()).as("cut at %d", length).isFalse();
        }
    }

    /** Over 6 GB and 2,000 entries, as a sparse file: positions beyond 4 GB are found through ZIP64 fields. */
    @Test
    void anArchiveOverSixGigabytesIsRead() throws IOException {
        Path big = folder.resolve("big.zip");
        try (FileChannel out = FileChannel.open(big, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE, StandardOpenOption.SPARSE)) {
            BigZip.write(out, 2000, 3_300_000L);
        }
        assertThat(Files.size(big)).isGreaterThan(6_000_000_000L);
        try (FileChannel in = FileChannel.open(big)) {
            assertThat(ZipDirectory.read(in).entries()).hasSize(2000).last()
                    .satisfies(e -> assertThat(e.start()).isGreaterThan(6_000_000_000L));
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "<plist><dict><key>a</key><string>1</string><key>a</key><string>2</string></dict></plist> | key [a] twice",
        "<!DOCTYPE p [<!ENTITY e SYSTEM 'file:///etc/passwd'>]><plist><string>&e;</string></plist> | entities",
        "<plist><string>&e;</string></plist> | entity",
        "<!DOCTYPE p SYSTEM 'http://127.0.0.1:9/none.dtd'><plist><string>&e;</string></plist> | entity [e]",
        "<!DOCTYPE p [<!ELEMENT a (b>]><plist/> | broken XML in line 1",
        "<plist><dict><key>a<b/></key></dict></plist> | [b] inside a key",
        "<plist><dict><key>\u0001</key></dict></plist> | broken XML",
        "<plist><dict><key>a</key> | broken XML",
        "{} | not a property list"})
    void hostileXmlIsRefused(String xml, String words) {
        assertThatThrownBy(() -> Manifest.parse(xml.getBytes(StandardCharsets.UTF_8), LAYOUTS.getFirst(), () -> true))
                .isInstanceOf(BadInput.class).hasMessageContaining(words);
    }

    @Test
    void deepAndCyclicAndForgedListsAreRefused() {
        hostile(("<plist>" + "<array>".repeat(60) + "</array>".repeat(60) + "</plist>").getBytes(StandardCharsets.UTF_8), "nested deeper");
        hostile("<plist>\u00ff</plist>".getBytes(StandardCharsets.ISO_8859_1), "broken XML in line 1: Invalid byte");
        hostile("<?xml version='1.0' encoding='UTF-16LE'?><!DOCTYPE p [<!ENTITY e 'x'>]><plist/>".getBytes(StandardCharsets.UTF_16LE),
                "defines entities");
        hostile(binary(new int[][] {{0xA1, 0}}, 0), "contains itself");
        hostile(binary(new int[][] {{0xA1, 9}}, 0), "refers to object [9]");
        hostile(binary(new int[][] {{0xAF, 0x12, 0x7F, 0xFF, 0xFF, 0xFF}}, 0), "parts, more than there is room for");
        hostile(binary(new int[][] {{0xD2, 1, 1, 2, 2}, {0x51, 'a'}, {0x51, 'b'}}, 0), "key [a] twice");
        int[][] doubling = new int[36][];
        for (int i = 0; i < 35; i++) {
            doubling[i] = new int[] {0xA2, i + 1, i + 1};
        }
        doubling[35] = new int[] {0x51, 'x'};
        hostile(binary(doubling, 0), "is of the wrong kind");
        byte[] forged = binary(new int[][] {{0x51, 'a'}}, 0);
        ByteBuffer.wrap(forged).putLong(forged.length - 24, Long.MAX_VALUE);
        hostile(forged, "which do not fit");
        byte[] negative = binary(new int[][] {{0x51, 'a'}}, 0);
        ByteBuffer.wrap(negative).putLong(negative.length - 8, -5);
        hostile(negative, "which do not fit");
    }

    private static void hostile(byte[] list, String words) {
        assertThatThrownBy(() -> Manifest.parse(list, LAYOUTS.getFirst(), () -> true)).isInstanceOf(BadInput.class)
                .hasMessageContaining(words);
    }

    /** A binary property list of objects given byte by byte, references of one byte. */
    private static byte[] binary(int[][] objects, int top) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes("bplist00".getBytes(StandardCharsets.US_ASCII));
        ByteBuffer offsets = ByteBuffer.allocate(2 * objects.length);
        for (int[] object : objects) {
            offsets.putShort((short) out.size());
            for (int b : object) {
                out.write(b);
            }
        }
        int table = out.size();
        out.writeBytes(offsets.array());
        out.writeBytes(ByteBuffer.allocate(32).put(6, (byte) 2).put(7, (byte) 1).putLong(8, objects.length).putLong(16, top)
                .putLong(24, table).array());
        return out.toByteArray();
    }

    /**
     * Whatever bytes are changed in a good firmware file, the answer is a report; where that says verified, the JDK's own reader finds every part
     * as it was.
     */
    @Property(tries = 400, seed = "20260512")
    void anyChangeIsAnsweredByAReport(@ForAll("changes") Map<Integer, Byte> changes) throws IOException {
        byte[] bytes = Files.readAllBytes(FIXTURES.resolve("maker-binary-sha256-zip64.zip"));
        changes.forEach((at, b) -> bytes[Math.floorMod(at, bytes.length)] = b);
        Path file = Files.write(Files.createTempFile("changed", ".zip"), bytes);
        try {
            FirmwareReport report = check(file);
            if (report.sound()) {
                try (ZipFile zip = new ZipFile(file.toFile()); ZipFile good = new ZipFile(FIXTURES.resolve("maker-binary-sha256-zip64.zip")
                        .toFile())) {
                    for (ZipEntry part : Collections.list(good.entries())) {
                        assertThat(zip.getInputStream(zip.getEntry(part.getName())).readAllBytes()).as("%s, %s", part, changes)
                                .isEqualTo(good.getInputStream(part).readAllBytes());
                    }
                }
            }
        } finally {
            Files.delete(file);
        }
    }

    @Provide
    Arbitrary<Map<Integer, Byte>> changes() {
        return Arbitraries.maps(Arbitraries.integers(), Arbitraries.bytes()).ofMinSize(1).ofMaxSize(6);
    }
}
