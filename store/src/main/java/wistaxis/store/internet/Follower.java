package wistaxis.store.internet;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.locks.LockSupport;
import wistaxis.core.facts.Sha256;

/**
 * Hashes a file behind its writer's back while it grows, on a thread of its own, so that the digest is there soon after the last byte. A
 * line that is faster than the digest is not slowed down by it: the digest then waits and catches up at the end.
 */
final class Follower implements AutoCloseable {
    private static final int CHUNK = 1 << 18;
    private static final long NAP = 2_000_000L;
    private static final long LONG_NAP = 30_000_000L;

    /**
     * Above this rate of the writer the digest would take the processor from it, bytes a second. Ours, measured: about what one core
     * hashes.
     */
    private static final double TOO_FAST = 160e6;

    private final Path file;
    private final Thread thread;
    private final CompletableFuture<String> digest = new CompletableFuture<>();
    private volatile long written;
    private volatile boolean ended;
    private volatile boolean dropped;

    /** @param written bytes that are in the file already */
    Follower(Path file, long written) {
        this.file = file;
        this.written = written;
        this.thread = Thread.ofPlatform().daemon().name("digest").start(this::follow);
    }

    /** More bytes are in the file now. */
    void written(long bytes) {
        written = bytes;
    }

    /** No more bytes will come. Blocks until the digest is there. */
    String digest() throws IOException, InterruptedException {
        ended = true;
        LockSupport.unpark(thread);
        try {
            return digest.get();
        } catch (java.util.concurrent.ExecutionException e) {
            throw new IOException(String.valueOf(e.getCause().getMessage()), e);
        }
    }

    private void follow() {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            Sha256.Running sha = new Sha256.Running();
            byte[] chunk = new byte[CHUNK];
            long at = 0;
            Pace pace = new Pace(written);
            while (!dropped) {
                boolean last = ended;
                long there = written;
                if (!last && pace.of(there) > TOO_FAST) {
                    LockSupport.parkNanos(LONG_NAP);
                } else if (at < there) {
                    int n = channel.read(ByteBuffer.wrap(chunk, 0, (int) Math.min(CHUNK, there - at)), at);
                    if (n < 0) {
                        throw new IOException(t("store.download.cut", "file", file));
                    }
                    sha.update(chunk, n);
                    at += n;
                } else if (last) {
                    digest.complete(sha.hex());
                    return;
                } else {
                    LockSupport.parkNanos(NAP);
                }
            }
        } catch (Throwable e) {
            digest.completeExceptionally(e); // whatever ends it, nobody waits for it for ever
        }
    }

    /** How fast the writer was over the last moment. */
    private static final class Pace {
        private static final long MOMENT = 10_000_000L;

        private long since = System.nanoTime();
        private long from;
        private double rate = Double.MAX_VALUE;

        Pace(long from) {
            this.from = from;
        }

        double of(long written) {
            long now = System.nanoTime();
            if (now - since > MOMENT) {
                rate = (written - from) * 1e9 / (now - since);
                since = now;
                from = written;
            }
            return rate;
        }
    }

    @Override
    public void close() {
        dropped = true;
        LockSupport.unpark(thread);
    }
}
