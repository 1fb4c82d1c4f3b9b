package wistaxis.store.internet;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Function;
import java.util.function.LongSupplier;
import java.util.function.Supplier;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.core5.io.CloseMode;
import org.apache.hc.core5.util.Timeout;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Shown;
import wistaxis.core.firmware.Build;
import wistaxis.core.outside.FirmwareLibrary;
import wistaxis.core.outside.OutsideProblem;
import wistaxis.core.outside.SigningService;
import wistaxis.core.signing.SigningAnswer;
import wistaxis.core.signing.SigningRequest;

/** Firmware library and signing service at one address. */
public final class FirmwareService implements FirmwareLibrary, SigningService, AutoCloseable {
    private static final Duration SILENCE = Duration.ofSeconds(30);
    private static final Duration CONNECT = Duration.ofSeconds(10);

    /** How long a question and its answer may take as a whole, how large the answer may be, and how many builds it may list. Ours. */
    private static final Duration WHOLE = Duration.ofSeconds(60);
    private static final long LARGEST = 32_000_000;
    private static final int MOST_BUILDS = 500;
    private static final int LONGEST_WORDS = 300;

    private final Supplier<URI> address;
    private final OtherBenches others;
    private final Duration silence;
    private final Duration whole;
    private final LongSupplier nanos;
    private @Nullable HttpClient http;
    private @Nullable CloseableHttpClient files;

    public FirmwareService(URI address) {
        this(() -> address);
    }

    /** @param address asked when something is first fetched, on the thread that fetches it */
    public FirmwareService(Supplier<URI> address) {
        this(address, SILENCE, WHOLE, System::nanoTime);
    }

    /** @param silence how long nothing may come of a download before the line counts as broken, by a clock that runs on */
    FirmwareService(URI address, Duration silence, LongSupplier nanos) {
        this(() -> address, silence, WHOLE, nanos);
    }

    /** @param whole how long a question and its answer may take together */
    FirmwareService(URI address, Duration whole) {
        this(() -> address, SILENCE, whole, System::nanoTime);
    }

    /** @param others benches that are asked for a file before the library is */
    public FirmwareService(Supplier<URI> address, OtherBenches others) {
        this(address, SILENCE, WHOLE, System::nanoTime, others);
    }

    private FirmwareService(Supplier<URI> address, Duration silence, Duration whole, LongSupplier nanos) {
        this(address, silence, whole, nanos, new OtherBenches(List::of));
    }

    private FirmwareService(Supplier<URI> address, Duration silence, Duration whole, LongSupplier nanos, OtherBenches others) {
        this.others = others;
        this.address = address;
        this.silence = silence;
        this.whole = whole;
        this.nanos = nanos;
    }

    private synchronized HttpClient http() {
        HttpClient client = http == null ? HttpClient.newBuilder().connectTimeout(CONNECT).build() : http;
        http = client;
        return client;
    }

    private synchronized CloseableHttpClient files() {
        CloseableHttpClient client = files == null ? large() : files;
        files = client;
        return client;
    }

    /**
     * A client for what is large: it hands on what the socket gives, and lets go of it when told to. Its sockets have no time-out:
     * {@link Download} listens for silence.
     */
    public static CloseableHttpClient large() {
        ConnectionConfig config = ConnectionConfig.custom().setConnectTimeout(Timeout.of(CONNECT)).setSocketTimeout(Timeout.DISABLED)
                .build();
        return HttpClients.createMinimal(PoolingHttpClientConnectionManagerBuilder.create().setDefaultConnectionConfig(config).build());
    }

    @JsonIgnoreProperties(ignoreUnknown = true)
    private record Problem(String error) {}

    @Override
    public List<Build> buildsFor(String identifier) throws OutsideProblem {
        return ask(HttpRequest.newBuilder(at("builds?device=" + Names.identifier(identifier))),
                text -> few(Json.readList(text, Build.class, t("store.outside.answer-library"))), t("store.outside.library"));
    }

    /** A place of the library, below whatever path its address has. @param path from there on, with or without a slash before it */
    private URI at(String path) {
        URI base = address.get();
        String below = base.getPath() == null || base.getPath().endsWith("/") ? "" : "/";
        return URI.create(base.getScheme() + "://" + base.getRawAuthority() + String.valueOf(base.getRawPath() == null ? ""
                : base.getRawPath()) + below + (path.startsWith("/") ? path.substring(1) : path));
    }

    private static List<Build> few(List<Build> builds) {
        if (builds.size() > MOST_BUILDS) {
            throw new BadInput(t("store.outside.many-builds", "n", builds.size(), "most", MOST_BUILDS));
        }
        return builds;
    }

    @Override
    public SigningAnswer ask(SigningRequest request) throws OutsideProblem {
        return ask(HttpRequest.newBuilder(at("sign")).POST(HttpRequest.BodyPublishers.ofString(Json.write(request))),
                text -> Json.read(text, SigningAnswer.class, t("store.outside.answer-signing")), t("store.outside.signing"));
    }

    /**
     * A download of a firmware file to a file; nothing moves until it is run.
     *
     * @param share what it may take of the line, together with others
     * @throws BadInput for a build that no library serves
     */
    public Download download(Build build, Path file, SharedSpeed share) {
        String sha256 = build.sha256();
        if (sha256 == null) {
            throw new BadInput(t("store.outside.no-digest", "build", build.build()));
        }
        URI library = from(build);
        return new Download(this::files, () -> others.have(sha256, build.sizeBytes()).orElse(library), build.sizeBytes(), sha256, file,
                share,
                silence, nanos);
    }

    private URI from(Build build) {
        if (build.address() != null) {
            return URI.create(build.address());
        }
        String path = build.path();
        if (path == null) {
            throw new BadInput(t("store.outside.no-library", "build", build.build()));
        }
        return at(path);
    }

    /**
     * How large the file at an address is that the shop typed in, bytes; blocks. Nobody is sent on to another address.
     *
     * @throws OutsideProblem where it does not say
     */
    public long sizeAt(URI typed) throws OutsideProblem {
        try {
            HttpResponse<Void> response = http().send(HttpRequest.newBuilder(typed).HEAD().timeout(Duration.ofSeconds(60)).build(),
                    HttpResponse.BodyHandlers.discarding());
            long size = response.headers().firstValueAsLong("Content-Length").orElse(0);
            if (response.statusCode() != 200 || size <= 0) {
                throw new OutsideProblem(t(response.statusCode() == 200 ? "store.outside.no-size" : response.statusCode() / 100 == 3
                        ? "store.outside.redirect" : "store.outside.address-answers", "host", typed.getHost(), "status",
                        response.statusCode()));
            }
            return size;
        } catch (IOException e) {
            throw new OutsideProblem(t("store.outside.address-unreachable", "host", typed.getHost(), "why", e), e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new OutsideProblem(t("store.outside.stopped"), e);
        }
    }

    private <T> T ask(HttpRequest.Builder request, Function<String, T> read, String who) throws OutsideProblem {
        CompletableFuture<HttpResponse<String>> asked = http().sendAsync(request.timeout(whole).build(), HttpResponse.BodyHandlers
                .limiting(HttpResponse.BodyHandlers.ofString(), LARGEST));
        try {
            HttpResponse<String> response = asked.get(whole.toMillis(), TimeUnit.MILLISECONDS);
            if (response.statusCode() != 200) {
                throw new OutsideProblem(t("store.outside.answers", "who", who, "status", response.statusCode(), "says",
                        said(response.body(), who)));
            }
            return read.apply(response.body());
        } catch (BadInput e) {
            throw new OutsideProblem(t("store.outside.unreadable", "who", who, "why", line(String.valueOf(e.getMessage()))), e);
        } catch (TimeoutException e) {
            throw new OutsideProblem(t("store.outside.too-slow", "who", who, "seconds", whole.toSeconds()), e);
        } catch (ExecutionException e) {
            throw new OutsideProblem(t("store.outside.unreachable", "who", who, "why", why(e.getCause())), e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new OutsideProblem(t("store.outside.stopped-asking", "who", who), e);
        } finally {
            asked.cancel(true);
        }
    }

    /** What it says of its refusal, where that can be read. */
    private static String said(String body, String who) {
        try {
            return ": " + line(Json.read(body, Problem.class, who).error());
        } catch (BadInput e) {
            return t("store.outside.no-reason");
        }
    }

    /** One line that can be shown, of whatever somebody else wrote. */
    private static String line(String text) {
        String plain = Shown.printable(text.strip().lines().findFirst().orElse("")).strip();
        return plain.substring(0, Math.min(LONGEST_WORDS, plain.length())).replaceAll("[.\\s]+$", "");
    }

    private static String why(@Nullable Throwable e) {
        return e instanceof HttpTimeoutException ? t("store.outside.no-beginning")
                : String.valueOf(e == null ? "" : e.getMessage()).contains("limit") ? t("store.outside.large", "megabytes",
                LARGEST / 1_000_000) : "";
    }

    @Override
    public synchronized void close() {
        if (http != null) {
            http.shutdownNow();
        }
        if (files != null) {
            files.close(CloseMode.IMMEDIATE);
        }
    }
}
