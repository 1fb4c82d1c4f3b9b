package wistaxis.store.internet;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.util.Objects;
import org.apache.hc.client5.http.classic.HttpClient;
import org.apache.hc.client5.http.classic.methods.HttpGet;
import org.apache.hc.core5.http.ClassicHttpResponse;
import org.apache.hc.core5.http.Header;
import org.apache.hc.core5.http.HeaderElements;
import org.apache.hc.core5.http.HttpEntity;
import org.apache.hc.core5.http.HttpHeaders;
import org.apache.hc.core5.http.HttpHost;
import org.apache.hc.core5.http.HttpStatus;
import org.jspecify.annotations.Nullable;

/**
 * A file that a library serves, asked for over HTTP from any byte on (RFC 9110). For one reader; {@link #hangUp} may come from any
 * thread.
 */
final class RemoteFile {
    private final HttpClient http;
    private final URI from;
    private final long size;
    private volatile boolean over;
    private volatile @Nullable HttpGet request;

    /** @param rest whether the body is the rest from the byte that was asked for, and not the whole file
     *  @param etag what the file at the other end is known by, empty where the library does not say */
    record Answer(InputStream body, boolean rest, String etag) {}

    /** @param size that the library lists, bytes */
    RemoteFile(HttpClient http, URI from, long size) {
        this.http = http;
        this.from = from;
        this.size = size;
    }

    /**
     * Blocks until the answer begins. Where the library has no such rest (any more), the whole file is asked for.
     *
     * @param at the first byte that is wanted
     * @param etag of the file that the bytes before are from; empty where it is not known
     * @throws IOException where the line broke or was hung up
     * @throws DownloadProblem where the library answers with something else
     */
    Answer ask(long at, String etag) throws IOException, DownloadProblem {
        ClassicHttpResponse response = send(at, etag);
        int status = response.getCode();
        boolean rest = status == HttpStatus.SC_PARTIAL_CONTENT && at > 0 && ("bytes " + at + "-" + (size - 1) + "/" + size)
                .equals(header(response, HttpHeaders.CONTENT_RANGE));
        if (!rest && at > 0 && (status == HttpStatus.SC_PARTIAL_CONTENT || status == HttpStatus.SC_REQUESTED_RANGE_NOT_SATISFIABLE)) {
            drop();
            return ask(0, "");
        }
        HttpEntity entity = response.getEntity();
        long length = entity == null ? 0 : entity.getContentLength();
        if (!rest && status != HttpStatus.SC_OK) {
            throw new DownloadProblem(t("store.download.answers", "status", status, "path", from.getPath()), status >= 500
                    || status == HttpStatus.SC_TOO_MANY_REQUESTS || status == HttpStatus.SC_REQUEST_TIMEOUT);
        }
        if (!rest && length >= 0 && length != size) {
            throw new DownloadProblem(t("store.download.other-size", "bytes", size, "sends", length),
                    false);
        }
        return new Answer(entity == null ? InputStream.nullInputStream() : entity.getContent(), rest, header(response, HttpHeaders.ETAG));
    }

    private ClassicHttpResponse send(long at, String etag) throws IOException {
        HttpGet get = new HttpGet(from);
        get.setHeader(HttpHeaders.CONNECTION, HeaderElements.CLOSE); // one that was kept may have gone by the next download
        if (at > 0) {
            get.setHeader(HttpHeaders.RANGE, "bytes=" + at + "-");
            if (!etag.isEmpty()) {
                get.setHeader(HttpHeaders.IF_RANGE, etag);
            }
        }
        request = get;
        if (over) {
            get.cancel();
        }
        return http.executeOpen(HttpHost.create(from), get, null);
    }

    private static String header(ClassicHttpResponse response, String name) {
        Header header = response.getFirstHeader(name);
        return header == null ? "" : Objects.requireNonNullElse(header.getValue(), "");
    }

    /** Drops the connection: whoever waits for it gets an {@link IOException}, and so does who asks again. */
    void hangUp() {
        over = true;
        drop();
    }

    private void drop() {
        HttpGet running = request;
        if (running != null) {
            running.cancel();
        }
    }
}
