package wistaxis.store.internet;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** Benches that share their firmware files, see {@link FirmwareShare}: asked by digest, before the library is. Blocking. */
public final class OtherBenches {
    /** They are on the shop's own network. Ours. */
    private static final Duration PATIENCE = Duration.ofSeconds(2);

    private static final int OK = 200;

    private final Supplier<List<URI>> benches;

    /** @param benches addresses that the shop entered */
    public OtherBenches(Supplier<List<URI>> benches) {
        this.benches = benches;
    }

    /** Where a file can be fetched from; empty where none has it. @param sha256 64 hex digits @param size bytes */
    Optional<URI> have(String sha256, long size) {
        List<URI> all = benches.get();
        if (all.isEmpty()) {
            return Optional.empty();
        }
        try (HttpClient http = HttpClient.newBuilder().connectTimeout(PATIENCE).build()) {
            return all.stream().map(b -> b.resolve("/" + sha256)).filter(at -> has(http, at, size)).findFirst();
        }
    }

    private static boolean has(HttpClient http, URI at, long size) {
        try {
            HttpResponse<Void> says = http.send(HttpRequest.newBuilder(at).method("HEAD", HttpRequest.BodyPublishers.noBody())
                    .timeout(PATIENCE)
                    .build(), HttpResponse.BodyHandlers.discarding());
            return says.statusCode() == OK && says.headers().firstValueAsLong("Content-Length").orElse(-1) == size;
        } catch (IOException _) {
            return false; // it is off
        } catch (InterruptedException _) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
