package wistaxis.store.line;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.function.LongConsumer;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Sha256;
import wistaxis.core.outside.OutsideTrouble;

/**
 * One download over HTTP with ranges (RFC 9110). It writes to {@code NAME.part} and keeps the validator beside it, so that a
 * later run goes on where this one ended, or begins anew when the file at the other end has changed. Only a file with the
 * expected digest ever gets its name.
 */
public final class Download {
    private final HttpClient http;
    private final URI from;
    private final long size;
    private final String sha256;
    private final Path file;
    private volatile boolean stopped;

    /** How a run ended. */
    public sealed interface Ended {
        /** @param bytes moved by this run, without what was there before */
        record Whole(long bytes, double seconds) implements Ended {}

        /** @param atByte where it can go on */
        record Stopped(long atByte) implements Ended {}

        record Broken(long atByte, String why) implements Ended {}
    }

    /** Which version of the remote file the part belongs to. */
    private record Note(String etag, String sha256) {}

    Download(HttpClient http, URI from, long size, String sha256, Path file) {
        this.http = http;
        this.from = from;
        this.size = size;
        this.sha256 = sha256;
        this.file = file;
    }

    public Path file() {
        return file;
    }

    /** Ends a running {@link #run} soon; what has come is kept. */
    public void stop() {
        stopped = true;
    }

    /** How much is there from earlier runs, bytes. */
    public long here() {
        try {
            return Files.exists(file) ? size : Files.exists(part()) && Files.exists(note()) ? Math.min(size, Files.size(part())) : 0;
        } catch (IOException e) {
            return 0;
        }
    }

    /** Blocks until whole, stopped or broken. @param progress told the bytes that are there, now and then, on this thread */
    public Ended run(LongConsumer progress) {
        stopped = false;
        long began = System.nanoTime();
        long before = here();
        try {
            if (Files.exists(file) && Sha256.of(file).equals(sha256)) {
                return new Ended.Whole(0, 0);
            }
            Files.createDirectories(file.toAbsolutePath().getParent());
            if (before < size) {
                fetch(before, progress);
            }
            long at = Files.size(part());
            if (stopped) {
                return new Ended.Stopped(at);
            }
            if (at != size) {
                return new Ended.Broken(at, "the library sent [" + at + "] of [" + size + "] bytes and hung up");
            }
            return prove(new Ended.Whole(size - before, (System.nanoTime() - began) / 1e9));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new Ended.Stopped(here());
        } catch (OutsideTrouble e) {
            return new Ended.Broken(here(), String.valueOf(e.getMessage()));
        } catch (IOException e) {
            return stopped ? new Ended.Stopped(here()) : new Ended.Broken(here(), "the line broke (" + e.getMessage() + ")");
        }
    }

    private void fetch(long here, LongConsumer progress) throws IOException, InterruptedException, OutsideTrouble {
        HttpRequest.Builder request = HttpRequest.newBuilder(from);
        if (here > 0) {
            Note kept = Json.read(Files.readString(note()), Note.class, note().toString());
            request.header("Range", "bytes=" + here + "-").header("If-Range", kept.etag());
        }
        HttpResponse<InputStream> response = http.send(request.build(), HttpResponse.BodyHandlers.ofInputStream());
        try (InputStream in = response.body()) {
            boolean goesOn = response.statusCode() == 206
                    && response.headers().firstValue("Content-Range").orElse("").startsWith("bytes " + here + "-");
            if (!goesOn && response.statusCode() != 200) {
                throw new OutsideTrouble("the library answers " + response.statusCode() + " for " + from.getPath());
            }
            if (!goesOn) {
                Files.deleteIfExists(part());
                Files.writeString(note(), Json.write(new Note(response.headers().firstValue("ETag").orElse(""), sha256)));
            }
            pour(in, goesOn ? here : 0, progress);
        }
    }

    private void pour(InputStream in, long start, LongConsumer progress) throws IOException {
        byte[] buffer = new byte[1 << 16];
        long at = start;
        try (OutputStream out = Files.newOutputStream(part(), StandardOpenOption.CREATE, StandardOpenOption.APPEND)) {
            progress.accept(at);
            for (int n = in.read(buffer); n >= 0 && !stopped; n = in.read(buffer)) {
                out.write(buffer, 0, n);
                at += n;
                progress.accept(at);
            }
        }
    }

    private Ended prove(Ended whole) throws IOException {
        String found = Sha256.of(part());
        if (!found.equals(sha256)) {
            Files.delete(part());
            return new Ended.Broken(0, "what came is not what the library lists: digest [" + found.substring(0, 12) + "...], expected ["
                    + sha256.substring(0, 12) + "...]; it was thrown away");
        }
        Files.move(part(), file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
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
