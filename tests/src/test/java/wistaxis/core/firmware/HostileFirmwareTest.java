package wistaxis.core.firmware;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.dd.plist.BinaryPropertyListWriter;
import com.dd.plist.NSObject;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.Signature;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Sha256;
import wistaxis.core.facts.Work;
import wistaxis.core.firmware.FirmwareReport.Proof;
import wistaxis.core.firmware.FirmwareReport.Verdict;
import wistaxis.core.signing.Ed25519Key;

/** What may be called verified, and what a forger or a bomb gets instead. */
class HostileFirmwareTest {
    private static final List<FirmwareLayout> LAYOUTS = FirmwareLayout.shipped();
    private static final KeyPair SIGNER = signer();

    @TempDir
    private Path folder = Path.of("");

    private static KeyPair signer() {
        try {
            return KeyPairGenerator.getInstance("Ed25519").generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static FirmwareCheck check() {
        byte[] der = SIGNER.getPublic().getEncoded();
        return new FirmwareCheck(LAYOUTS, Ed25519Key.parse(HexFormat.of().formatHex(der, der.length - 32, der.length)));
    }

    private static FirmwareReport check(Path file) throws IOException {
        return check().check(file, null, PartTask.Runner.inTurn(_ -> true));
    }

    private Path zip(String name, Map<String, byte[]> entries) throws IOException {
        Path file = folder.resolve(name);
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            for (var e : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(e.getKey()));
                zip.write(e.getValue());
            }
        }
        return file;
    }

    private static byte[] makers(Map<String, byte[]> parts, String build) {
        StringBuilder identities = new StringBuilder();
        parts.forEach((name, bytes) -> identities.append("<key>").append(name.replace('/', '-'))
                .append("</key><dict><key>Digest</key><data>")
                .append(Base64.getEncoder().encodeToString(HexFormat.of().parseHex(Sha256.of(bytes))))
                .append("</data><key>Info</key><dict><key>Path</key><string>").append(name).append("</string></dict></dict>"));
        return ("<plist><dict><key>SupportedProductTypes</key><array><string>iPhone13,2</string></array><key>ProductVersion</key><string>31.10</string><key>ProductBuildVersion</key><string>" + build
                + "</string><key>BuildIdentities</key><array><dict><key>Manifest</key><dict>" + identities
                + "</dict></dict></array></dict></plist>").getBytes(StandardCharsets.UTF_8);
    }

    /** An unsigned archive with a manifest that its maker wrote. */
    private Path forged(String build, Map<String, byte[]> parts, Map<String, byte[]> beside) throws IOException {
        Map<String, byte[]> entries = new LinkedHashMap<>(Map.of("BuildManifest.plist", makers(parts, build)));
        entries.putAll(parts);
        entries.putAll(beside);
        return zip("forged.zip", entries);
    }

    private Path signed() throws Exception {
        byte[] part = "loader".getBytes(StandardCharsets.UTF_8);
        byte[] manifest =
                ("<plist><dict><key>Products</key><array><string>iPhone13,2</string></array><key>Version</key><string>31.10</string><key>Build</key><string>31K88</string><key>Parts</key><dict><key>a.img</key>"
                + "<dict><key>SHA256</key><string>" + Sha256.of(part) + "</string><key>Size</key><integer>" + part.length
                + "</integer></dict></dict></dict></plist>").getBytes(StandardCharsets.UTF_8);
        Signature sign = Signature.getInstance("Ed25519");
        sign.initSign(SIGNER.getPrivate());
        sign.update(manifest);
        return zip("signed.zip", new LinkedHashMap<>(Map.of("Manifest.plist", manifest, "Manifest.sig", sign.sign(), "a.img", part)));
    }

    private static FirmwareCatalogue knowing(Path file, String digest) throws IOException {
        return new FirmwareCatalogue(List.of(new FirmwareCatalogue.Listed(new Build(List.of("iPhone13,2"), SystemVersion.parse("31.10"),
                "31K88", LocalDate.EPOCH, Files.size(file), digest, null, true, null), Instant.EPOCH)));
    }

    @Test
    void onlyWhatSomebodyElseVouchesForIsVerified() throws Exception {
        Path forged = forged("31K88", Map.of("boot/a.img", new byte[900]), Map.of("extra/hidden.bin", new byte[7]));
        FirmwareReport consistent = check(forged);
        assertThat(consistent).satisfies(r -> {
            assertThat(r.verdict()).isEqualTo(Verdict.CONSISTENT);
            assertThat(r.proof()).isNull();
            assertThat(r.verified()).isFalse();
            assertThat(r.reason()).contains("Not verified").contains("does not say who made the file").contains("1 entry is not covered");
            assertThat(r.details()).contains("not covered by the manifest: [extra/hidden.bin]");
            assertThat(r.sha256()).as("the digest that the file has").isEqualTo(Sha256.of(forged));
        });
        assertThat(consistent.against(FirmwareCatalogue.EMPTY, Files.size(forged)).verified()).isFalse();
        assertThat(consistent.against(knowing(forged, Sha256.of(forged)), Files.size(forged))).satisfies(r -> {
            assertThat(r.proof()).isEqualTo(Proof.KNOWN);
            assertThat(r.verified()).isTrue();
        });
        assertThat(consistent.against(knowing(forged, "b".repeat(64)), Files.size(forged))).satisfies(r -> {
            assertThat(r.verdict()).isEqualTo(Verdict.REFUSED);
            assertThat(r.reason()).contains("Conflict").contains("[bbbbbbbbbbbb...]").contains("[" + Sha256.of(forged).substring(0, 12));
        });
        FirmwareReport genuine = check(signed());
        assertThat(genuine.proof()).isEqualTo(Proof.SIGNED);
        assertThat(genuine.against(knowing(folder.resolve("signed.zip"), "b".repeat(64)), Files.size(folder.resolve("signed.zip"))))
                .satisfies(r -> {
            assertThat(r.proof()).isEqualTo(Proof.SIGNED);
            assertThat(r.reason()).contains("Conflict");
        });
    }

    /** Published: APPNOTE 6.3.10, 4.6.9, a field 0x7075 of version 1, a sum of four bytes and a name. */
    @Test
    void anEntryOfTwoNamesIsRefused() throws IOException {
        for (String second : List.of("boot/a.img", "boot/b.img")) {
            byte[] name = second.getBytes(StandardCharsets.UTF_8);
            ByteBuffer extra = ByteBuffer.allocate(9 + name.length).order(ByteOrder.LITTLE_ENDIAN);
            extra.putShort((short) 0x7075).putShort((short) (5 + name.length)).put((byte) 1).putInt(0).put(name);
            Path file = folder.resolve("named.zip");
            byte[] part = new byte[900];
            try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
                zip.putNextEntry(new ZipEntry("BuildManifest.plist"));
                zip.write(makers(Map.of("boot/a.img", part), "31K88"));
                ZipEntry entry = new ZipEntry("boot/a.img");
                entry.setExtra(extra.array());
                zip.putNextEntry(entry);
                zip.write(part);
            }
            FirmwareReport report = check(file);
            assertThat(report.verdict()).as(report.reason()).isEqualTo(second.endsWith("a.img") ? Verdict.CONSISTENT : Verdict.REFUSED);
            assertThat(report.reason().contains("has a second name, [boot/b.img]")).isEqualTo(second.endsWith("b.img"));
        }
    }

    /** At the quick look the size alone can be in conflict. */
    @Test
    void aForgerysSizeGivesItAwayAtTheQuickLook() throws IOException {
        Path forged = forged("31K88", Map.of("boot/a.img", new byte[900]), Map.of());
        FirmwareReport quick = check().quick(forged, null, () -> true);
        assertThat(quick.verdict()).isEqualTo(Verdict.WELL_FORMED);
        assertThat(quick.against(knowing(zip("big.zip", Map.of("x", new byte[99])), "b".repeat(64)), Files.size(forged)).verdict())
                .isEqualTo(Verdict.REFUSED);
    }

    @Test
    void aManifestThatProvesNothingIsRefused() throws IOException {
        assertThat(check(forged("31K88", Map.of(), Map.of("x.img", new byte[3]))).reason()).contains("no digest of any part");
        byte[] bare = new String(makers(Map.of("x.img", new byte[3]), "31K88"), StandardCharsets.UTF_8)
                .replaceFirst("<key>Digest</key><data>.*?</data>", "").getBytes(StandardCharsets.UTF_8);
        assertThat(check(zip("bare.zip", new LinkedHashMap<>(Map.of("BuildManifest.plist", bare, "x.img", new byte[3])))).reason())
                .contains("no digest of any part");
        for (String build : List.of("/../../x", "..", "a/b", "\u001b[2J", "x".repeat(99))) {
            assertThat(check(forged(build.replace("\u001b", "&#27;"), Map.of("a", new byte[2]), Map.of())).sound()).as(build).isFalse();
        }
    }

    /** Bytes put anywhere between entries, directory and end are seen, whatever the offsets say. */
    @Test
    void bytesThatBelongToNobodyAreRefused() throws IOException {
        byte[] good = Files.readAllBytes(forged("31K88", Map.of("a.img", new byte[900], "b.img", new byte[30]), Map.of()));
        ByteBuffer b = ByteBuffer.wrap(good).order(ByteOrder.LITTLE_ENDIAN);
        int directory = b.getInt(good.length - 6);
        List<Integer> starts = new ArrayList<>();
        for (int at = directory; at < good.length - 22; at += 46 + b.getShort(at + 28) + b.getShort(at + 30) + b.getShort(at + 32)) {
            starts.add(b.getInt(at + 42));
        }
        for (int gap : new int[] {1, 12, 16, 4096}) {
            for (int place : List.of(starts.get(1), starts.get(2), directory)) {
                byte[] bytes = insert(good, place, gap);
                ByteBuffer moved = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
                moved.putInt(bytes.length - 6, directory + gap);
                int at = directory + gap;
                for (int start : starts) {
                    moved.putInt(at + 42, start + (start >= place ? gap : 0));
                    at += 46 + moved.getShort(at + 28) + moved.getShort(at + 30) + moved.getShort(at + 32);
                }
                assertThat(check(Files.write(folder.resolve("gap.zip"), bytes)).reason()).as("%d bytes at %d", gap, place)
                        .contains("belong to no entry");
            }
            byte[] end = insert(good, good.length - 22, gap);
            assertThat(check(Files.write(folder.resolve("gap.zip"), end)).sound()).as("%d bytes before the end", gap).isFalse();
        }
        assertThat(check(zip("folder.zip", new LinkedHashMap<>(Map.of("data/", new byte[500])))).reason()).contains("holds");
    }

    private static byte[] insert(byte[] bytes, int at, int count) {
        byte[] longer = new byte[bytes.length + count];
        System.arraycopy(bytes, 0, longer, 0, at);
        Arrays.fill(longer, at, at + count, (byte) 0x41);
        System.arraycopy(bytes, at, longer, at + count, bytes.length - at);
        return longer;
    }

    @Test
    void endlessFoldersAreRefusedBeforeTheyAreFollowed() throws IOException {
        assertThat(check(zip("deep.zip", Map.of("a/".repeat(150) + "x", new byte[1]))).reason()).contains("deeper than 20");
    }

    /** A binary list: objects byte by byte, references of four bytes. */
    private static byte[] binary(List<byte[]> objects) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes("bplist00".getBytes(StandardCharsets.US_ASCII));
        ByteBuffer offsets = ByteBuffer.allocate(4 * objects.size());
        for (byte[] object : objects) {
            offsets.putInt(out.size());
            out.writeBytes(object);
        }
        int table = out.size();
        out.writeBytes(offsets.array());
        out.writeBytes(ByteBuffer.allocate(32).put(6, (byte) 4).put(7, (byte) 4).putLong(8, objects.size()).putLong(16, 0)
                .putLong(24, table).array());
        return out.toByteArray();
    }

    private static byte[] object(int kind, int count, int... refs) {
        ByteBuffer b = ByteBuffer.allocate(6 + 4 * refs.length).put((byte) (kind << 4 | 0xF)).put((byte) 0x12).putInt(count);
        Arrays.stream(refs).forEach(b::putInt);
        return b.array();
    }

    private static byte[] text(int length) {
        byte[] head = object(5, length);
        byte[] all = Arrays.copyOf(head, head.length + length);
        Arrays.fill(all, head.length, all.length, (byte) 'k');
        return all;
    }

    /**
     * Many references to one dictionary with a long key, and its like: refused, or read with work in proportion to its bytes. Work is
     * counted, not timed.
     */
    @ParameterizedTest
    @ValueSource(strings = {"long key", "same dictionary", "same keys in many dictionaries", "wide arrays that overlap", "doubling",
            "deep chain"})
    void workIsCountedAndEveryObjectVisitedOnce(String family) {
        int[] many = new int[200_000];
        byte[] list = switch (family) {
            case "long key" -> {
                Arrays.fill(many, 1);
                yield binary(List.of(object(0xA, many.length, many), object(0xD, 1, 2, 3), text(2_000_000), text(1)));
            }
            case "same dictionary" -> {
                Arrays.fill(many, 1);
                yield binary(List.of(object(0xA, many.length, many), object(0xD, 1, 2, 3), text(4000), text(1)));
            }
            case "same keys in many dictionaries" -> {
                List<byte[]> objects = new ArrayList<>(List.of(new byte[0]));
                for (int i = 0; i < 50_000; i++) {
                    objects.add(object(0xD, 1, 50_001, 50_002));
                }
                objects.set(0, object(0xA, 50_000, IntStream.rangeClosed(1, 50_000).toArray()));
                objects.add(text(4000));
                objects.add(text(1));
                yield binary(objects);
            }
            case "wide arrays that overlap" -> {
                List<byte[]> objects = new ArrayList<>();
                objects.add(object(0xA, 1000, IntStream.rangeClosed(1, 1000).toArray()));
                for (int i = 1; i <= 1000; i++) {
                    objects.add(object(0xA, 20_000));
                }
                objects.add(new byte[90_000]);
                yield binary(objects);
            }
            case "doubling" -> {
                List<byte[]> objects = new ArrayList<>();
                for (int i = 0; i < 38; i++) {
                    objects.add(object(0xA, 2, i + 1, i + 1));
                }
                objects.add(text(1));
                yield binary(objects);
            }
            default -> {
                List<byte[]> objects = new ArrayList<>();
                for (int i = 0; i < 5000; i++) {
                    objects.add(object(0xA, 1, i + 1));
                }
                objects.add(text(1));
                yield binary(objects);
            }
        };
        long[] looks = {0};
        assertThatThrownBy(() -> Manifest.parse(list, LAYOUTS.getLast(), () -> {
            looks[0]++;
            return true;
        })).isInstanceOf(BadInput.class);
        assertThat(looks[0] * 65_536).as("units of work for %d bytes", list.length).isLessThan(7L * list.length + (2 << 20));
        if (looks[0] > 0) {
            assertThatThrownBy(() -> Manifest.parse(list, LAYOUTS.getLast(), () -> false)).as("and can be stopped")
                    .isInstanceOf(Work.Stopped.class);
        }
    }

    /** What another implementation writes, in both forms, is read as it was. */
    @Test
    void listsOfAnotherImplementationAreReadAsTheyWere() throws IOException {
        Random random = new Random(20260512);
        for (int i = 0; i < 200; i++) {
            Object value = any(random, 0);
            NSObject theirs = NSObject.fromJavaObject(value);
            for (byte[] bytes : List.of(BinaryPropertyListWriter.writeToArray(theirs), theirs.toXMLPropertyList()
                    .getBytes(StandardCharsets.UTF_8))) {
                assertThat(plain(Plist.read(bytes, new Work(1 << 26, () -> true)))).isEqualTo(plain(value));
            }
        }
    }

    private static Object any(Random random, int depth) {
        return switch (depth > 3 ? random.nextInt(3) : random.nextInt(5)) {
            case 0 -> "t\u00fc\u5f20" + random.nextInt(50);
            case 1 -> random.nextLong() >> random.nextInt(64);
            case 2 -> {
                byte[] data = new byte[random.nextInt(40)];
                random.nextBytes(data);
                yield data;
            }
            case 3 -> Stream.generate(() -> any(random, depth + 1)).limit(random.nextInt(20)).toList();
            default -> {
                Map<String, Object> map = new LinkedHashMap<>();
                for (int i = random.nextInt(20); i > 0; i--) {
                    map.put("key " + i + " <&>", any(random, depth + 1));
                }
                yield map;
            }
        };
    }

    /** Data as text, so that two can be compared. */
    private static Object plain(Object value) {
        return switch (value) {
            case byte[] data -> HexFormat.of().formatHex(data);
            case List<?> list -> list.stream().map(HostileFirmwareTest::plain).toList();
            case Map<?, ?> map -> {
                Map<Object, Object> plain = new LinkedHashMap<>();
                map.forEach((k, v) -> plain.put(k, plain(v)));
                yield plain;
            }
            default -> value;
        };
    }
}
