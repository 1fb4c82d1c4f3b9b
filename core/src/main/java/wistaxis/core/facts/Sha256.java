package wistaxis.core.facts;

import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.function.IntPredicate;

/** SHA-256 (published: FIPS 180-4, computed by the JDK) as 64 lower-case hex digits. */
public final class Sha256 {
    private Sha256() {}

    public static String of(byte[] bytes) {
        return HexFormat.of().formatHex(digest().digest(bytes));
    }

    /** Reads a whole file. */
    public static String of(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return of(in);
        }
    }

    /** Reads to the end; the caller closes. */
    public static String of(InputStream in) throws IOException {
        return of(in, _ -> true);
    }

    /**
     * @param read told how many bytes more were read; answering false stops
     * @throws InterruptedIOException when stopped
     */
    public static String of(InputStream in, IntPredicate read) throws IOException {
        MessageDigest sha = digest();
        byte[] buffer = new byte[1 << 16];
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
            sha.update(buffer, 0, n);
            if (!read.test(n)) {
                throw new InterruptedIOException("stopped");
            }
        }
        return HexFormat.of().formatHex(sha.digest());
    }

    private static MessageDigest digest() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
