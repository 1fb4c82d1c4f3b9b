package wistaxis.store.files;

import static wistaxis.core.words.Say.t;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Writing so that a file is whole or not there: under a name nobody can know, made new beside it, on the disk before it gets the file's
 * own name, gone when that fails. Only regular files are
 * replaced; a link, a folder or a device is left as it is and said.
 */
public final class WholeFile {
    private static final String BEGIN = ".wistaxis-";
    private static final String END = ".tmp";
    private static final SecureRandom RANDOM = new SecureRandom();

    /** Somebody else may have a file open for a moment, which on Windows keeps it from being replaced. */
    private static final int TRIES = 20;
    private static final long PAUSE_MILLIS = 50;

    /** Writes the content. */
    public interface Content {
        void to(FileChannel out) throws IOException;
    }

    private WholeFile() {}

    public static void write(Path file, String text) throws IOException {
        write(file, text.getBytes(StandardCharsets.UTF_8));
    }

    public static void write(Path file, byte[] bytes) throws IOException {
        Room.check(file, bytes.length);
        write(file, out -> {
            for (ByteBuffer left = ByteBuffer.wrap(bytes); left.hasRemaining();) {
                out.write(left);
            }
        });
    }

    /** For content that is made while it is written. */
    public interface Streamed {
        void to(OutputStream out) throws IOException;
    }

    public static void stream(Path file, Streamed content) throws IOException {
        write(file, out -> {
            OutputStream stream = new BufferedOutputStream(Channels.newOutputStream(out));
            content.to(stream);
            stream.flush();
        });
    }

    /**
     * @throws FileSystemException when the file is there and is no regular one
     * @throws IOException when it cannot be written; nothing is left behind
     */
    public static void write(Path file, Content content) throws IOException {
        refuseOther(file);
        Path temporary = beside(file);
        try {
            try (FileChannel out = FileChannel.open(temporary, Set.<OpenOption>of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE,
                    LinkOption.NOFOLLOW_LINKS), Rights.ofNewFile(file))) {
                content.to(out);
                out.force(true);
            }
            replace(temporary, file);
        } catch (IOException | RuntimeException | Error e) {
            Files.deleteIfExists(temporary);
            throw e;
        }
    }

    private static void refuseOther(Path file) throws IOException {
        if (Files.exists(file, LinkOption.NOFOLLOW_LINKS) && !Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            throw new FileSystemException(file.toString(), null, Files.isDirectory(file, LinkOption.NOFOLLOW_LINKS)
                    ? t("store.file.is-folder")
                    : Files.isSymbolicLink(file) ? t("store.file.is-link") : t("store.file.is-device"));
        }
    }

    /** A name beside a file that nobody can know beforehand. */
    public static Path beside(Path file) {
        byte[] random = new byte[8];
        RANDOM.nextBytes(random);
        return file.resolveSibling(BEGIN + HexFormat.of().formatHex(random) + END);
    }

    private static void replace(Path temporary, Path file) throws IOException {
        for (int left = TRIES; ; left--) {
            try {
                Files.move(temporary, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
                return;
            } catch (AccessDeniedException e) {
                if (left == 0 || !Files.exists(file)) {
                    throw e;
                }
                pause(e);
            }
        }
    }

    private static void pause(AccessDeniedException e) throws AccessDeniedException {
        try {
            Thread.sleep(PAUSE_MILLIS);
        } catch (InterruptedException _) {
            Thread.currentThread().interrupt();
            throw e;
        }
    }

    /** Whether a name is one of ours for something that is not whole yet. */
    public static boolean isTemporary(Path file) {
        String name = String.valueOf(file.getFileName());
        return name.startsWith(BEGIN) && name.endsWith(END);
    }

    /** Removes what a kill left of a write. Only for whoever holds the folder. */
    public static void tidy(Path folder) throws IOException {
        if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        try (Stream<Path> there = Files.list(folder)) {
            for (Path left : there.filter(WholeFile::isTemporary).filter(p -> Files.isRegularFile(p, LinkOption.NOFOLLOW_LINKS)).toList()) {
                Files.deleteIfExists(left);
            }
        }
    }
}
