package wistaxis.store.line;

import java.io.IOException;
import java.io.InputStream;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.function.LongConsumer;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Sha256;
import wistaxis.store.WholeFile;

/**
 * One download over HTTP with ranges (RFC 9110). It writes to {@code NAME.part} and keeps the validator beside it, so that a
 * later run goes on where this one ended, or begins anew when the file at the other end has changed. The digest is computed while the
 * bytes come. Only a file with the expected digest ever gets its name, and nothing else is ever written over.
 */
public final class Download {
    private static final int CONNECT_MILLIS = 10_000;
    private static final int CHUNK = 1 << 17;

    private final URI from;
    private final long size;
    private final String sha256;
    private final Path file;
    private final LineShare share;
    private final Duration silence;
    private volatile boolean stopped;
    private volatile boolean silent;
    private volatile long heardNanos;
    private volatile @Nullable Thread runner;

    /** How a run ended. */
    public sealed interface Ended {
        /** @param bytes moved by this run, without what was there before */
        record Whole(long bytes, double seconds) implements Ended {}

        /** @param atByte where it can go on */
        record Stopped(long atByte) implements Ended {}

        /** @param passing whether it may go away by itself, so that trying again makes sense */
        record Broken(long atByte, String why, boolean passing) implements Ended {}
    }

    /** Which version of the remote file the part belongs to. */
    private record Note(String etag, String sha256) {
        /** Whether the library can be asked for the same file by it. */
        boolean strong() {
            return etag.startsWith("\"");
        }
    }

    /** What the run cannot get over by itself. */
    private static final class Trouble extends Exception {
        private static final long serialVersionUID = 1L;
        private final boolean passing;

        Trouble(String why, boolean passing) {
            super(why);
            this.passing = passing;
        }
    }

    /** @param silence how long nothing may come before the line counts as broken */
    Download(URI from, long size, String sha256, Path file, LineShare share, Duration silence) {
        this.from = from;
        this.size = size;
        this.sha256 = sha256;
        this.file = file;
        this.share = share;
        this.silence = silence;
    }

    public Path file() {
        return file;
    }

    /** Ends a running {@link #run} soon; what has come is kept. */
    public void stop() {
        stopped = true;
        Thread waiting = runner;
        if (waiting != null) {
            waiting.interrupt();
        }
    }

    boolean isStopped() {
        return stopped;
    }

    /** How much is there from earlier runs, bytes. */
    public long here() {
        try {
            return Files.isRegularFile(file) ? size : Files.exists(part()) && Files.exists(note()) ? Math.min(size, Files.size(part())) : 0;
        } catch (IOException e) {
            return 0;
        }
    }

    /** Blocks until whole, stopped or broken. @param progress told the bytes that are there, now and then, on a thread of the download's own */
    public Ended run(LongConsumer progress) {
        CompletableFuture<Ended> ended = new CompletableFuture<>();
        heardNanos = System.nanoTime();
        silent = false;
        Thread mine = Thread.ofVirtual().unstarted(() -> {
            try {
                ended.complete(transfer(progress));
            } catch (RuntimeException e) {
                ended.completeExceptionally(e);
            }
        });
        runner = mine;
        Thread watch = Thread.ofVirtual().start(() -> watch(mine));
        try {
            mine.start();
            return ended.join();
        } finally {
            watch.interrupt();
            runner = null;
            tidy();
        }
    }

    /** On a virtual thread: what waits for the line there ends when it is interrupted. */
    private Ended transfer(LongConsumer progress) {
        long began = System.nanoTime();
        try {
            if (stopped) {
                return new Ended.Stopped(here());
            }
            if (Files.exists(file)) {
                return isOurs() ? new Ended.Whole(0, 0) : new Ended.Broken(0, "[" + file + "] is there already and is something else; move it away first", false);
            }
            Files.createDirectories(file.toAbsolutePath().getParent());
            try (FileChannel out = FileChannel.open(part(), StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.READ)) {
                lock(out);
                long before = resumable(out);
                try {
                    fetch(out, before, progress);
                } catch (StartAnew _) {
                    before = 0;
                    fetch(out, before, progress);
                }
                return stopped ? new Ended.Stopped(out.size()) : name(new Ended.Whole(Math.max(0, size - before), (System.nanoTime() - began) / 1e9));
            }
        } catch (Trouble e) {
            return stopped ? new Ended.Stopped(here()) : new Ended.Broken(here(), String.valueOf(e.getMessage()), e.passing);
        } catch (InterruptedException e) {
            return stopped ? new Ended.Stopped(here()) : broken(new IOException("interrupted"));
        } catch (AccessDeniedException e) {
            return new Ended.Broken(here(), "no right to write to [" + e.getFile() + "]", false);
        } catch (IOException e) {
            return stopped ? new Ended.Stopped(here()) : broken(e);
        }
    }

    /** An empty part is none. */
    private void tidy() {
        try {
            if (Files.exists(part()) && Files.size(part()) == 0) {
                Files.delete(part());
                Files.deleteIfExists(note());
            }
        } catch (IOException _) {
            // in the way of nothing
        }
    }

    /** Hangs up on a library that has gone silent. A time-out of the socket would do the same and cost a third of a fast line. */
    private void watch(Thread transfer) {
        try {
            while (System.nanoTime() - heardNanos < silence.toNanos()) {
                Thread.sleep(silence.dividedBy(10));
            }
            silent = true;
            transfer.interrupt();
        } catch (InterruptedException _) {
            // the run is over
        }
    }

    private Ended broken(IOException e) {
        String why = silent ? "nothing came for " + silence.toSeconds() + " s" : String.valueOf(e.getMessage());
        return why.contains("No space left") || why.contains("not enough space") ? new Ended.Broken(here(), "the disk is full; make room and go on, what has come is kept", false)
                : new Ended.Broken(here(), "the line broke (" + why + ")", true);
    }

    private boolean isOurs() throws IOException {
        return Files.isRegularFile(file) && Files.size(file) == size && Sha256.of(file).equals(sha256);
    }

    /** Keeps others away until the channel is closed. */
    private void lock(FileChannel out) throws IOException, Trouble {
        try {
            if (out.tryLock() instanceof FileLock) {
                return;
            }
        } catch (OverlappingFileLockException _) {
            // said below, as for another process
        }
        throw new Trouble("[" + part() + "] is being fetched already by another download", false);
    }

    /** How much of the part may be gone on with; the rest is cut away. */
    private long resumable(FileChannel out) throws IOException {
        Note note = noted();
        boolean known = out.size() <= size && note != null && (note.sha256().equals(sha256) || note.strong());
        if (!known) {
            out.truncate(0);
        }
        return out.size();
    }

    private @Nullable Note noted() throws IOException {
        try {
            return Files.exists(note()) ? Json.read(Files.readString(note()), Note.class, note().toString()) : null;
        } catch (BadInput e) {
            return null;
        }
    }

    private void fetch(FileChannel out, long before, LongConsumer progress) throws IOException, InterruptedException, Trouble {
        try (Follower follower = new Follower(part(), before)) {
            long at = before;
            if (at < size) {
                at = pour(out, before, follower, progress);
            }
            if (stopped) {
                return;
            }
            if (at != size) {
                throw new Trouble("the library sent [" + at + "] of [" + size + "] bytes and hung up", true);
            }
            heardNanos = Long.MAX_VALUE - silence.toNanos(); // all is here: silence means nothing any more
            String found = follower.digest();
            if (!found.equals(sha256)) {
                out.truncate(0);
                throw new Trouble("what came is not what the library lists: digest [" + found.substring(0, 12) + "...], expected [" + sha256.substring(0, 12) + "...]; it was thrown away", before > 0);
            }
        }
    }

    /** Asks for the rest and writes it. @return how much is there now */
    private long pour(FileChannel out, long before, Follower follower, LongConsumer progress) throws IOException, InterruptedException, Trouble {
        HttpURLConnection http = (HttpURLConnection) from.toURL().openConnection();
        http.setConnectTimeout(CONNECT_MILLIS);
        http.setInstanceFollowRedirects(false);
        Note note = noted();
        if (before > 0 && note != null) {
            http.setRequestProperty("Range", "bytes=" + before + "-");
            if (note.strong()) {
                http.setRequestProperty("If-Range", note.etag());
            }
        }
        int status = http.getResponseCode();
        boolean goesOn = status == 206 && before > 0 && ("bytes " + before + "-" + (size - 1) + "/" + size).equals(http.getHeaderField("Content-Range"));
        if (!goesOn) {
            refuse(status, http.getContentLengthLong(), out);
            if (before > 0) {
                out.truncate(0);
                http.disconnect();
                throw new StartAnew();
            }
            WholeFile.write(note(), Json.write(new Note(java.util.Objects.requireNonNullElse(http.getHeaderField("ETag"), ""), sha256)));
        }
        try (InputStream in = http.getInputStream()) {
            return copy(in, out, before, follower, progress);
        }
    }

    /** The other end has another file now, or does not know ranges: it sends the whole of it. */
    private static final class StartAnew extends IOException {
        private static final long serialVersionUID = 1L;

        StartAnew() {
            super("the file at the other end has changed; it is fetched anew");
        }
    }

    private void refuse(int status, long length, FileChannel out) throws IOException, Trouble {
        if (status == 416) {
            out.truncate(0);
            throw new Trouble("the library does not have the rest of what is here (416); it is fetched anew", true);
        }
        if (status == 206) {
            out.truncate(0);
            throw new Trouble("the library sends another part than was asked for; it is fetched anew", true);
        }
        if (status != 200) {
            throw new Trouble("the library answers " + status + " for " + from.getPath(), status >= 500 || status == 429 || status == 408);
        }
        if (length >= 0 && length != size) {
            throw new Trouble("the library lists [" + size + "] bytes and sends [" + length + "]: not the package that was chosen", false);
        }
    }

    private long copy(InputStream in, FileChannel out, long start, Follower follower, LongConsumer progress) throws IOException, InterruptedException, Trouble {
        byte[] chunk = new byte[CHUNK];
        long at = start;
        progress.accept(at);
        for (int n = in.read(chunk); n >= 0 && !stopped; n = in.read(chunk)) {
            if (at + n > size) {
                throw new Trouble("the library sends more than the [" + size + "] bytes it lists", false);
            }
            ByteBuffer piece = ByteBuffer.wrap(chunk, 0, n);
            while (piece.hasRemaining()) {
                at += out.write(piece, at);
            }
            follower.written(at);
            progress.accept(at);
            share.take(n);
            heardNanos = System.nanoTime();
        }
        return at;
    }

    private Ended name(Ended whole) throws IOException {
        Files.move(part(), file, StandardCopyOption.ATOMIC_MOVE);
        Files.deleteIfExists(note());
        return whole;
    }

    private Path part() {
        return file.resolveSibling(file.getFileName() + ".part");
    }

    private Path note() {
        return file.resolveSibling(file.getFileName() + ".part.json");
    }
}
