package wistaxis.store.backup;

import static wistaxis.core.words.Say.t;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PushbackInputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.Arrays;
import java.util.HexFormat;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;

/**
 * A stream that only a key opens, and that tells whatever was changed, left out or cut off: a line with what it is, a line with how its
 * key is made (Argon2id, RFC 9106), then pieces of one length, each sealed by AES-256-GCM under its number and whether it is the last
 * (the STREAM construction; published: Hoang, Reyhanitabar, Rogaway, Vizár, 2015). See {@code docs/formats.md}.
 */
final class Sealed {
    static final String MAGIC = "wistaxis-backup 1";
    private static final int LONGEST_HEAD = 4096;
    private static final int TAG = 16;
    private static final int PREFIX = 7;
    private static final SecureRandom RANDOM = new SecureRandom();

    private Sealed() {}

    /**
     * How a file's key is made.
     *
     * @param memoryKib KiB, 8,192 to 1,048,576
     * @param passes 1 to 20
     * @param lanes 1 to 16
     * @param salt hex, 16 bytes
     * @param nonce hex, 7 bytes
     * @param check hex, 8 bytes: by which a wrong key is known from a damaged file
     * @param piece bytes, 1,024 to 16,777,216
     */
    record Head(String kdf, int memoryKib, int passes, int lanes, String salt, String nonce, String check, int piece, Instant made,
            String program) {
        Head {
            if (!kdf.equals("argon2id") || memoryKib < 8192 || memoryKib > 1 << 20 || passes < 1 || passes > 20 || lanes < 1 || lanes > 16
                    || piece < 1024 || piece > 1 << 24 || !salt.matches("[0-9a-f]{32}") || !nonce.matches("[0-9a-f]{14}")
                    || !check.matches("[0-9a-f]{16}")) {
                throw new BadInput(t("store.backup.bad-head"));
            }
        }

        byte[] key(BackupKey of) {
            return of.derive(HexFormat.of().parseHex(salt), memoryKib, passes, lanes);
        }
    }

    /** Published: RFC 9106, 4, the second recommended option. */
    private static final int MEMORY_KIB = 64 << 10;
    private static final int PASSES = 3;
    private static final int LANES = 4;
    private static final int PIECE = 1 << 20;

    /** Of all files of one run of the program, so that its key is derived once; each file has a nonce of its own. */
    private static final byte[] SALT = random(16);

    /** Seals what is written; whole once it was closed. What it writes to stays open. */
    static OutputStream to(OutputStream out, BackupKey key, Instant made, String program) throws IOException {
        byte[] secret = key.derive(SALT, MEMORY_KIB, PASSES, LANES);
        Head head = new Head("argon2id", MEMORY_KIB, PASSES, LANES, HexFormat.of().formatHex(SALT), HexFormat.of()
                .formatHex(random(PREFIX)),
                check(secret), PIECE, made, program);
        byte[] line = (MAGIC + "\n" + Json.write(head) + "\n").getBytes(StandardCharsets.UTF_8);
        out.write(line);
        Pieces pieces = new Pieces(Cipher.ENCRYPT_MODE, secret, head, line);
        return new OutputStream() {
            private final byte[] piece = new byte[head.piece()];
            private int filled;
            private boolean closed;

            @Override
            public void write(int b) throws IOException {
                write(new byte[] {(byte) b}, 0, 1);
            }

            @Override
            public void write(byte[] bytes, int from, int length) throws IOException {
                for (int done = 0; done < length;) {
                    if (filled == piece.length) { // not before there is more: the last piece is known as such
                        out.write(pieces.next(piece, filled, false));
                        filled = 0;
                    }
                    int n = Math.min(length - done, piece.length - filled);
                    System.arraycopy(bytes, from + done, piece, filled, n);
                    filled += n;
                    done += n;
                }
            }

            @Override
            public void close() throws IOException {
                if (!closed) {
                    closed = true;
                    out.write(pieces.next(piece, filled, true));
                    out.flush();
                }
            }
        };
    }

    /** What is written of a file in the clear. @throws BadInput where it is no backup */
    static Head head(InputStream in) throws IOException {
        return Json.read(lines(in)[1], Head.class, "backup");
    }

    private static String[] lines(InputStream in) throws IOException {
        ByteArrayOutputStream head = new ByteArrayOutputStream();
        for (int lines = 0; lines < 2;) {
            int b = in.read();
            if (b < 0 || head.size() > LONGEST_HEAD || lines == 0 && head.size() > MAGIC.length()) {
                throw new BadInput(t("store.backup.not-one"));
            }
            head.write(b);
            lines += b == '\n' ? 1 : 0;
        }
        String[] lines = head.toString(StandardCharsets.UTF_8).split("\n");
        if (!lines[0].equals(MAGIC)) {
            throw new BadInput(lines[0].startsWith("wistaxis-backup ") ? t("store.backup.newer") : t("store.backup.not-one"));
        }
        return lines;
    }

    /**
     * Opens a stream that was sealed.
     *
     * @throws BadInput for what is no backup or is opened by another key; reading throws {@link BadInput} where it was changed or is cut
     *     off
     */
    static InputStream from(InputStream in, BackupKey key) throws IOException {
        String[] lines = lines(in);
        Head head = Json.read(lines[1], Head.class, "backup");
        byte[] secret = head.key(key);
        if (!MessageDigest.isEqual(head.check().getBytes(StandardCharsets.US_ASCII), check(secret).getBytes(StandardCharsets.US_ASCII))) {
            throw new BadInput(t("store.backup.other-key"));
        }
        byte[] line = (lines[0] + "\n" + lines[1] + "\n").getBytes(StandardCharsets.UTF_8);
        Pieces pieces = new Pieces(Cipher.DECRYPT_MODE, secret, head, line);
        PushbackInputStream rest = new PushbackInputStream(in, 1);
        return new InputStream() {
            private byte[] piece = {};
            private int at;
            private boolean last;

            @Override
            public int read() throws IOException {
                byte[] one = new byte[1];
                return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
            }

            @Override
            public int read(byte[] bytes, int from, int length) throws IOException {
                while (at == piece.length) {
                    if (last) {
                        return -1;
                    }
                    byte[] sealed = rest.readNBytes(head.piece() + TAG);
                    int more = rest.read();
                    if (more >= 0) {
                        rest.unread(more);
                    }
                    last = more < 0;
                    piece = pieces.next(sealed, sealed.length, last);
                    at = 0;
                }
                int n = Math.min(length, piece.length - at);
                System.arraycopy(piece, at, bytes, from, n);
                at += n;
                return n;
            }

            @Override
            public void close() throws IOException {
                rest.close();
            }
        };
    }

    /** Seals or opens one piece after the other. */
    private static final class Pieces {
        private final int mode;
        private final SecretKeySpec key;
        private final byte[] prefix;
        private final byte[] head;
        private int number;

        Pieces(int mode, byte[] secret, Head head, byte[] line) {
            this.mode = mode;
            this.key = new SecretKeySpec(secret, "AES");
            this.prefix = HexFormat.of().parseHex(head.nonce());
            this.head = line;
        }

        byte[] next(byte[] piece, int length, boolean last) {
            try {
                byte[] nonce = ByteBuffer.allocate(PREFIX + 5).put(prefix).putInt(number).put((byte) (last ? 1 : 0)).array();
                Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
                cipher.init(mode, key, new GCMParameterSpec(8 * TAG, nonce));
                cipher.updateAAD(head);
                number = Math.incrementExact(number);
                return cipher.doFinal(piece, 0, length);
            } catch (GeneralSecurityException e) {
                if (mode == Cipher.ENCRYPT_MODE) {
                    throw new IllegalStateException(e);
                }
                throw new BadInput(t("store.backup.damaged", "piece", number), e);
            }
        }
    }

    private static String check(byte[] secret) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret, "HmacSHA256"));
            return HexFormat.of().formatHex(Arrays.copyOf(mac.doFinal("check".getBytes(StandardCharsets.US_ASCII)), 8));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static byte[] random(int n) {
        byte[] bytes = new byte[n];
        RANDOM.nextBytes(bytes);
        return bytes;
    }
}
