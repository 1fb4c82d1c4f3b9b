package wistaxis.store.internet;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileSystemException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.LongConsumer;
import java.util.function.LongSupplier;
import java.util.function.Supplier;
import org.apache.hc.client5.http.classic.HttpClient;
import org.apache.hc.core5.http.ConnectionClosedException;
import org.jspecify.annotations.Nullable;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.NoRoom;

/**
 * One download over HTTP with ranges (RFC 9110). It writes to {@code NAME.part} and keeps the validator beside it, so that a
 * later run goes on where this one ended, or begins anew when the file at the other end has changed. The digest is computed while the
 * bytes come. Only a file with the expected digest ever gets its name, and nothing else is ever written over.
 */
public final class Download {
    private static final int CHUNK = 1 << 17;

    private final Supplier<? extends HttpClient> http;
    private final Supplier<URI> from;
    private final long size;
    private final String sha256;
    private final PartFile part;
    private final SharedSpeed share;
    private final Duration silence;
    private final LongSupplier nanos;
    private volatile boolean stopped;
    private volatile boolean silent;
    private volatile boolean listening;
    private volatile long heardNanos;
    private volatile @Nullable Running running;

    /** How a run ended. */
    public sealed interface Ended {
        /** @param bytes moved by this run, without what was there before */
        record Whole(long bytes, double seconds) implements Ended {}

        /** @param atByte where it can go on */
        record Stopped(long atByte) implements Ended {}

        /** @param passing whether it may go away by itself, so that trying again makes sense */
        record Broken(long atByte, String why, boolean passing) implements Ended {}
    }

    /** What a run waits for: the library, or its turn on the line. */
    private record Running(Thread thread, RemoteFile library) {
        void end() {
            library.hangUp();
            thread.interrupt();
        }
    }

    /**
     * @param silence how long nothing may come before the line counts as broken
     * @param nanos a clock that runs on, for the silence alone
     * @param http made when it runs, since making one reads what the computer trusts
     * @param from asked each time it runs
     */
    Download(Supplier<? extends HttpClient> http, Supplier<URI> from, long size, String sha256, Path file, SharedSpeed share,
            Duration silence,
            LongSupplier nanos) {
        this.http = http;
        this.from = from;
        this.size = size;
        this.sha256 = sha256;
        this.part = new PartFile(file, size, sha256);
        this.share = share;
        this.silence = silence;
        this.nanos = nanos;
    }

    /** Ends a running {@link #run} soon; what has come is kept. */
    public void stop() {
        stopped = true;
        Running now = running;
        if (now != null) {
            now.end();
        }
    }

    boolean isStopped() {
        return stopped;
    }

    /** How much is there from earlier runs, bytes. */
    public long here() {
        return part.here();
    }

    /**
     * Blocks until whole, stopped or broken.
     *
     * @param progress told the bytes that are there, now and then, on a thread of the download's own
     */
    public Ended run(LongConsumer progress) {
        CompletableFuture<Ended> ended = new CompletableFuture<>();
        silent = false;
        RemoteFile library = new RemoteFile(http.get(), from.get(), size);
        // a thread of the platform: a virtual one is parked and woken at every read, which costs a quarter of a fast line
        Thread mine = Thread.ofPlatform().daemon().name("download").unstarted(() -> {
            try {
                ended.complete(transfer(library, progress));
            } catch (Throwable e) {
                ended.completeExceptionally(e); // whatever ends it reaches whoever waits
            }
        });
        Running now = new Running(mine, library);
        running = now;
        Thread watch = Thread.ofVirtual().start(() -> watch(now));
        try {
            mine.start();
            return ended.join();
        } catch (CompletionException e) {
            return new Ended.Broken(here(), t("store.download.ended", "why", e.getCause()), false);
        } finally {
            watch.interrupt();
            running = null;
            part.tidy();
        }
    }

    private Ended transfer(RemoteFile library, LongConsumer progress) {
        long began = System.nanoTime();
        try {
            if (stopped) {
                return new Ended.Stopped(here());
            }
            if (part.isWhole()) {
                return new Ended.Whole(0, 0);
            }
            long came;
            try (FileChannel out = part.open()) {
                came = fetch(library, out, progress);
                if (stopped) {
                    return new Ended.Stopped(out.size());
                }
            }
            part.name(); // closed before: an open file cannot be renamed everywhere
            return new Ended.Whole(came, (System.nanoTime() - began) / 1e9);
        } catch (DownloadProblem e) {
            return stopped ? new Ended.Stopped(here()) : new Ended.Broken(here(), String.valueOf(e.getMessage()), e.passing());
        } catch (InterruptedException e) {
            return stopped ? new Ended.Stopped(here()) : broken(new IOException("interrupted"));
        } catch (FileSystemException e) {
            return stopped ? new Ended.Stopped(here()) : new Ended.Broken(here(), DiskProblem.words("firmware-file", part.path(), e),
                    false);
        } catch (IOException e) {
            return stopped ? new Ended.Stopped(here()) : broken(e);
        } finally {
            listening = false;
            library.hangUp();
        }
    }

    /**
     * Hangs up on a library that has gone silent. A time-out of the socket would do the same, and poll before each read: a quarter of a
     * fast line.
     */
    private void watch(Running now) {
        try {
            while (!listening || nanos.getAsLong() - heardNanos < silence.toNanos()) {
                Thread.sleep(silence.dividedBy(10));
            }
            silent = true;
            now.end();
        } catch (InterruptedException _) {
            // the run is over
        }
    }

    private Ended broken(IOException e) {
        String why = silent ? t("store.download.silent", "seconds", silence.toSeconds()) : String.valueOf(e.getMessage());
        return part.room() < CHUNK || why.toLowerCase(Locale.ROOT).contains("no space left") || e instanceof NoRoom
                ? new Ended.Broken(here(), t("store.download.disk-full"), false)
                : new Ended.Broken(here(), t("store.download.broke", "why", why), true);
    }

    /** Fetches what is missing and proves the whole, or is stopped. @return the bytes that came */
    private long fetch(RemoteFile library, FileChannel out, LongConsumer progress) throws IOException, InterruptedException,
            DownloadProblem {
        long start = out.size();
        InputStream body = InputStream.nullInputStream();
        if (start < size) {
            heardNanos = nanos.getAsLong();
            listening = true;
            RemoteFile.Answer answer = library.ask(start, part.etag());
            body = answer.body();
            if (!answer.rest()) {
                start = 0;
                part.begin(out, answer.etag());
            }
        }
        try (Follower follower = new Follower(part.path(), start)) {
            long at = copy(body, out, start, follower, progress);
            listening = false;
            if (!stopped) {
                prove(out, at, follower, start > 0);
            }
            return at - start;
        }
    }

    private long copy(InputStream in, FileChannel out, long start, Follower follower, LongConsumer progress) throws IOException,
            InterruptedException, DownloadProblem {
        byte[] chunk = new byte[CHUNK];
        long at = start;
        progress.accept(at);
        for (int n = read(in, chunk); n >= 0 && !stopped; n = read(in, chunk)) {
            if (at + n > size) {
                throw new DownloadProblem(t("store.download.more", "bytes", size), false);
            }
            ByteBuffer piece = ByteBuffer.wrap(chunk, 0, n);
            while (piece.hasRemaining()) {
                at += out.write(piece, at);
            }
            follower.written(at);
            progress.accept(at);
            listening = false; // whoever waits for its turn hears nothing, and that is nobody's silence
            share.take(n);
            heardNanos = nanos.getAsLong();
            listening = true;
        }
        return at;
    }

    /** A body that ends too soon has ended: how much is missing is said by the one who counts. */
    private static int read(InputStream in, byte[] chunk) throws IOException {
        try {
            return in.read(chunk);
        } catch (ConnectionClosedException _) {
            return -1;
        }
    }

    /** @param again whether a part of an earlier run may be what is wrong, so that all of it is worth another try */
    private void prove(FileChannel out, long at, Follower follower, boolean again) throws IOException, InterruptedException,
            DownloadProblem {
        if (at != size) {
            throw new DownloadProblem(t("store.download.broke-after", "at", at, "bytes", size), true);
        }
        String found = follower.digest();
        if (!found.equals(sha256)) {
            out.truncate(0);
            throw new DownloadProblem(t("store.download.other-digest", "found", found.substring(0, 12), "expected", sha256.substring(0,
                    12)),
                    again);
        }
    }
}
