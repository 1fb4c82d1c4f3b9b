package wistaxis.standins;

import com.dd.plist.NSArray;
import com.dd.plist.NSDictionary;
import com.dd.plist.NSString;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import wistaxis.core.facts.Sha256;

/**
 * Makes the firmware files of the stand-in library: a ZIP with a signed property-list manifest and parts of repeatable noise.
 *
 * @param parts bytes by entry name
 */
public record StandInFirmware(List<String> products, String version, String build, Map<String, byte[]> parts) {
    /** Bytes of an archive without its parts, at most. */
    private static final long ARCHIVE = 20_000;

    /** The parts beside the largest, bytes for each megabyte of that. */
    private static final Map<String, Integer> BESIDE = Map.of("boot/loader.img", 15_000, "boot/kernel.img", 90_000, "modem/modem.img",
            110_000, "firmware/sensors.img", 7_000, "restore/ramdisk.img", 55_000);

    /** What one comes to, bytes. @param megabytes size of its largest part */
    static long bytes(int megabytes) {
        return ARCHIVE + megabytes * (1_000_000L + BESIDE.values().stream().mapToInt(Integer::intValue).sum());
    }

    /** A firmware file of repeatable content. @param megabytes size of its largest part */
    static StandInFirmware of(String identifier, String version, String build, int megabytes) {
        SplittableRandom random = new SplittableRandom((identifier + build).hashCode());
        Map<String, byte[]> parts = new LinkedHashMap<>();
        new TreeMap<>(BESIDE).forEach((name, share) -> parts.put(name, noise(random, megabytes * share)));
        parts.put("system/root.img", noise(random, megabytes * 1_000_000));
        return new StandInFirmware(List.of(identifier), version, build, parts);
    }

    private static byte[] noise(SplittableRandom random, int length) {
        byte[] bytes = new byte[length];
        random.nextBytes(bytes);
        return bytes;
    }

    /** Writes the firmware file whole, or not at all. */
    public void write(Path file, StandInSigner signer) throws IOException {
        byte[] manifest = manifest().toXMLPropertyList().getBytes(StandardCharsets.UTF_8);
        Made.whole(file, out -> {
            ZipOutputStream zip = new ZipOutputStream(out);
            zip.setLevel(Deflater.NO_COMPRESSION);
            put(zip, "Manifest.plist", manifest);
            put(zip, "Manifest.sig", signer.sign(manifest));
            for (Map.Entry<String, byte[]> part : parts.entrySet()) {
                put(zip, part.getKey(), part.getValue());
            }
            zip.finish();
        });
    }

    private NSDictionary manifest() {
        NSDictionary root = new NSDictionary();
        root.put("Products", new NSArray(products.stream().map(NSString::new).toArray(NSString[]::new)));
        root.put("Version", version);
        root.put("Build", build);
        NSDictionary listed = new NSDictionary();
        parts.forEach((name, bytes) -> {
            NSDictionary part = new NSDictionary();
            part.put("SHA256", Sha256.of(bytes));
            part.put("Size", bytes.length);
            listed.put(name, part);
        });
        root.put("Parts", listed);
        return root;
    }

    private static void put(ZipOutputStream zip, String name, byte[] bytes) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTime(0);
        zip.putNextEntry(entry);
        zip.write(bytes);
        zip.closeEntry();
    }
}
