package wistaxis.core.facts;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

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
        Running running = new Running();
        byte[] buffer = new byte[1 << 16];
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
            running.update(buffer, n);
        }
        return running.hex();
    }

    /** A digest that is fed piece by piece. Not thread-safe. */
    public static final class Running {
        private final MessageDigest sha = digest();

        /** @param length how many bytes of the array count, from its beginning */
        public void update(byte[] bytes, int length) {
            sha.update(bytes, 0, length);
        }

        /** Ends it. */
        public String hex() {
            return HexFormat.of().formatHex(sha.digest());
        }
    }

    private static MessageDigest digest() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
