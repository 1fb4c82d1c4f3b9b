package wistaxis.measure;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.lang.management.ManagementFactory;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.SplittableRandom;
import java.util.concurrent.Executors;
import java.util.concurrent.locks.LockSupport;
import org.apache.hc.client5.http.classic.methods.HttpGet;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.core5.http.ClassicHttpResponse;
import org.apache.hc.core5.http.HttpHost;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.Sha256;
import wistaxis.core.facts.Units;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.time.Range;
import wistaxis.store.internet.Download;
import wistaxis.store.internet.FirmwareService;
import wistaxis.store.internet.SharedSpeed;

@Command(name = "download", aliases = "line", mixinStandardHelpOptions = true,
        description = "The download beside curl and beside a plain copy without a digest, from the same loopback server, in one run.")
final class BenchDownload extends Output {
    @Option(names = "--size", paramLabel = "SIZE", description = "of the file")
    private String size = "2GB";

    @Option(names = "--rate", paramLabel = "RATE", description = "of the server; as fast as it can where it is left out")
    private @Nullable String rate;

    @Option(names = "--rounds", paramLabel = "N", description = "how often, one after the other; the median of each counts")
    private int rounds = 5;

    private record Row(long bytes, double curlMBs, double copyMBs, double ourArrivalMBs, double ourVerifiedMBs, double toCurl,
            double digestCost, double heapMB) {}

    private interface Work {
        void run() throws IOException, InterruptedException;
    }

    @Override
    public void run() {
        try {
            Path folder = Files.createTempDirectory("wistaxis-bench");
            try {
                measure(folder);
            } finally {
                try (var files = Files.list(folder)) {
                    for (Path p : files.toList()) {
                        Files.deleteIfExists(p);
                    }
                }
                Files.delete(folder);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void measure(Path folder) throws IOException, InterruptedException {
        long bytes = Units.bytes(size);
        Path source = noise(folder.resolve("source"), bytes);
        Process server = server(source);
        URI address = URI.create(Objects.requireNonNull(server.inputReader().readLine(), "the server did not start"));
        Build build = new Build(List.of("iPhone13,2"), SystemVersion.parse("1"), "B", LocalDate.EPOCH, bytes, Sha256.of(source), "/file",
                true, null);
        Path to = folder.resolve("to"); // one after the other into the same place, so that each gets its pages from the same pool
        List<Double> curls = new ArrayList<>();
        List<Double> copies = new ArrayList<>();
        List<Double> arrivals = new ArrayList<>();
        List<Double> proofs = new ArrayList<>();
        long heap = 0;
        try (FirmwareService service = new FirmwareService(address)) {
            for (int i = 0; i < rounds; i++) {
                curls.add(seconds(() -> Beside.run("curl", "-s", "-o", to.toString(), address + "/file")));
                Files.delete(to);
                copies.add(seconds(() -> copy(address, to)));
                Files.delete(to);
                long[] last = {0};
                long[] most = {0, 0};
                System.gc();
                long idle = used();
                long began = System.nanoTime();
                Download.Ended ended = service.download(build, to, new SharedSpeed()).run(at -> {
                    last[0] = System.nanoTime();
                    if (at >> 24 != most[1]) {
                        most[1] = at >> 24;
                        most[0] = Math.max(most[0], used());
                    }
                });
                if (!(ended instanceof Download.Ended.Whole)) {
                    throw new Refusal("the download did not end whole: " + ended);
                }
                arrivals.add((last[0] - began) / 1e9);
                proofs.add((System.nanoTime() - began) / 1e9);
                heap = Math.max(heap, most[0] - idle);
                Files.delete(to);
            }
        } finally {
            server.destroyForcibly().waitFor();
        }
        double mb = bytes / 1e6;
        double curl = Range.of(curls).mid();
        double copy = Range.of(copies).mid();
        double arrival = Range.of(arrivals).mid();
        double verified = Range.of(proofs).mid();
        answer(new Row(bytes, mb / curl, mb / copy, mb / arrival, mb / verified, curl / arrival, 1 - copy / arrival, heap / 1e6), List.of(
                String.format(Locale.ROOT, "curl                       %7.0f MB/s", mb / curl),
                String.format(Locale.ROOT, "plain copy, no digest      %7.0f MB/s", mb / copy),
                String.format(Locale.ROOT, "ours, last byte on disk    %7.0f MB/s, %.2f of curl, the digest beside it costs %.0f %%",
                mb / arrival, curl / arrival, 100 * (1 - copy / arrival)),
                String.format(Locale.ROOT, "ours, digest proven        %7.0f MB/s", mb / verified),
                String.format(Locale.ROOT, "heap above idle, at most   %7.1f MB", heap / 1e6)));
    }

    private static long used() {
        return ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed();
    }

    private static double seconds(Work work) throws IOException, InterruptedException {
        long began = System.nanoTime();
        work.run();
        return (System.nanoTime() - began) / 1e9;
    }

    /** What the download does, without a digest and without the way to stop, to go on or to wait. */
    private static void copy(URI address, Path to) throws IOException {
        URI file = address.resolve("/file");
        try (CloseableHttpClient http = FirmwareService.large(); ClassicHttpResponse answer = http.executeOpen(HttpHost.create(file),
                new HttpGet(file), null);
                InputStream in = answer.getEntity().getContent(); FileChannel out = FileChannel.open(to, StandardOpenOption.CREATE_NEW,
                        StandardOpenOption.WRITE)) {
            byte[] chunk = new byte[1 << 17];
            for (int n = in.read(chunk); n >= 0; n = in.read(chunk)) {
                out.write(ByteBuffer.wrap(chunk, 0, n));
            }
        }
    }

    /** A file of repeatable noise. */
    static Path noise(Path file, long bytes) throws IOException {
        SplittableRandom random = new SplittableRandom(7);
        byte[] chunk = new byte[1 << 20];
        random.nextBytes(chunk);
        try (OutputStream out = Files.newOutputStream(file)) {
            for (long left = bytes; left > 0; left -= chunk.length) {
                chunk[(int) (left & 0xFFFF)]++;
                out.write(chunk, 0, (int) Math.min(left, chunk.length));
            }
        }
        return file;
    }

    /** This command once more in a process of its own, so that what serves does not share a heap and a compiler with what is measured. */
    private Process server(Path source) throws IOException {
        String java = ProcessHandle.current().info().command().orElse("java");
        return new ProcessBuilder(java, "-cp", System.getProperty("java.class.path"), Main.class.getName(), "bench", "serve",
                source.toString(), rate == null ? "100000MB/s" : rate)
                .redirectError(ProcessBuilder.Redirect.INHERIT).start();
    }

    /** Serves one file to whoever asks, until it is killed; says its address first. */
    @Command(name = "serve", hidden = true, description = "The server of 'bench download'.")
    static final class Serve implements Runnable {
        @Parameters(index = "0", paramLabel = "FILE")
        private Path file = Path.of("");

        @Parameters(index = "1", paramLabel = "RATE")
        private String rate = "";

        @Override
        public void run() {
            double bytesPerSecond = Units.bytesPerSecond(rate);
            try {
                HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
                server.setExecutor(Executors.newCachedThreadPool());
                server.createContext("/file", exchange -> {
                    exchange.sendResponseHeaders(200, Files.size(file));
                    long began = System.nanoTime();
                    long sent = 0;
                    try (InputStream in = Files.newInputStream(file); OutputStream out = exchange.getResponseBody()) {
                        byte[] chunk = new byte[1 << 17];
                        for (int n = in.read(chunk); n >= 0; n = in.read(chunk)) {
                            out.write(chunk, 0, n);
                            sent += n;
                            LockSupport.parkNanos(began + (long) (sent * 1e9 / bytesPerSecond) - System.nanoTime());
                        }
                    }
                });
                server.start();
                System.out.println("http://127.0.0.1:" + server.getAddress().getPort());
                System.in.transferTo(OutputStream.nullOutputStream()); // ends with the process that asked for it
                server.stop(0);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }
}
