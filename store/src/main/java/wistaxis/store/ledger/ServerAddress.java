package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;

/**
 * Where a shop's ledger is kept on a server.
 *
 * @param user the role that works
 * @param plain whether what is said goes over the network as it is: an explicit choice, by {@code ?plain=yes}; on this machine always
 */
public record ServerAddress(String host, int port, String database, String user, boolean plain) {
    /** What addresses begin with. */
    public static final String SCHEME = "postgresql";

    private static final int PORT = 5432;
    private static final String USER = "wistaxis_app";
    private static final Set<String> THIS_MACHINE = Set.of("localhost", "127.0.0.1", "[::1]");

    /**
     * Reads {@code postgresql://[user@]host[:port]/database[?plain=yes]}.
     *
     * @throws BadInput for what is none, and for one with a password, which would stand in lists of processes and in logs
     */
    public static ServerAddress parse(String text) {
        URI uri = uri(text);
        String who = uri.getUserInfo();
        if (who != null && who.contains(":")) {
            throw new BadInput(t("store.server.password-in-address", "address", Shown.value(text.replaceFirst(":[^:@/]*@", ":...@"))));
        }
        String path = uri.getPath();
        String asked = uri.getQuery();
        if (!SCHEME.equals(uri.getScheme()) || uri.getHost() == null || path == null || !path.matches("/[A-Za-z0-9_]{1,63}")
                || asked != null && !asked.equals("plain=yes")) {
            throw none(text);
        }
        boolean here = THIS_MACHINE.contains(uri.getHost().toLowerCase(Locale.ROOT));
        return new ServerAddress(uri.getHost(), uri.getPort() < 0 ? PORT : uri.getPort(), path.substring(1), who == null ? USER : who, here
                || asked != null);
    }

    private static URI uri(String text) {
        try {
            return new URI(text.strip());
        } catch (URISyntaxException e) {
            throw none(text);
        }
    }

    private static BadInput none(String text) {
        return new BadInput(t("store.server.no-address", "address", Shown.value(text)));
    }

    /** The same for another role. @param other null for the same */
    public ServerAddress as(@Nullable String other) {
        return other == null ? this : new ServerAddress(host, port, database, other, plain);
    }

    /** Whether it is on this machine. */
    public boolean isHere() {
        return THIS_MACHINE.contains(host.toLowerCase(Locale.ROOT));
    }

    @Override
    public String toString() {
        return SCHEME + "://" + user + "@" + host + ":" + port + "/" + database + (plain && !isHere() ? "?plain=yes" : "");
    }
}
