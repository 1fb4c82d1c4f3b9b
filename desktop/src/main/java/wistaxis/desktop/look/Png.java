package wistaxis.desktop.look;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.zip.CRC32;
import java.util.zip.DeflaterOutputStream;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import wistaxis.store.ledger.OutFile;

/** Writes an image as PNG, 8-bit RGB, without a second window toolkit. Published: the PNG specification, ISO/IEC 15948. */
public final class Png {
    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};

    private Png() {}

    public static void write(WritableImage image, Path file) throws IOException {
        int width = (int) image.getWidth();
        int height = (int) image.getHeight();
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        PixelReader pixels = image.getPixelReader();
        try (DeflaterOutputStream out = new DeflaterOutputStream(packed)) {
            for (int y = 0; y < height; y++) {
                out.write(0);
                for (int x = 0; x < width; x++) {
                    int argb = pixels.getArgb(x, y);
                    out.write(argb >> 16);
                    out.write(argb >> 8);
                    out.write(argb);
                }
            }
        }
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        DataOutputStream out = new DataOutputStream(png);
        out.write(SIGNATURE);
        ByteArrayOutputStream header = new ByteArrayOutputStream();
        DataOutputStream h = new DataOutputStream(header);
        h.writeInt(width);
        h.writeInt(height);
        h.write(new byte[] {8, 2, 0, 0, 0});
        chunk(out, "IHDR", header.toByteArray());
        chunk(out, "IDAT", packed.toByteArray());
        chunk(out, "IEND", new byte[0]);
        OutFile.write(file, png.toByteArray(), isPicture(file));
    }

    /** Whether what is there is a picture, which a newer one may replace. */
    private static boolean isPicture(Path file) throws IOException {
        if (!Files.isRegularFile(file)) {
            return false;
        }
        try (InputStream in = Files.newInputStream(file)) {
            return Arrays.equals(in.readNBytes(SIGNATURE.length), SIGNATURE);
        }
    }

    private static void chunk(DataOutputStream out, String type, byte[] data) throws IOException {
        byte[] name = type.getBytes(java.nio.charset.StandardCharsets.US_ASCII);
        CRC32 crc = new CRC32();
        crc.update(name);
        crc.update(data);
        out.writeInt(data.length);
        out.write(name);
        out.write(data);
        out.writeInt((int) crc.getValue());
    }
}
