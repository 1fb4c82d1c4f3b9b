package wistaxis.postgres;

import java.io.FileNotFoundException;
import java.net.ConnectException;
import java.net.SocketTimeoutException;
import java.net.UnknownHostException;
import java.nio.file.NoSuchFileException;
import java.security.cert.CertificateException;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import javax.net.ssl.SSLException;
import wistaxis.store.ledger.ServerAddress;
import wistaxis.store.ledger.ServerProblem.Kind;
import wistaxis.store.ledger.ServerProblem;

/** What a server or the way to it says, told apart. Published: codes of PostgreSQL 17, appendix A. */
final class Problems {
    /** What the driver says where it does not go on itself: the server speaks only as it is, or wants a password. */
    private static final String REJECTED = "08004";

    private Problems() {}

    static RuntimeException told(ServerAddress address, Exception e) {
        Throwable innermost = e;
        Kind kind = null;
        for (Throwable at = e; at != null; at = at.getCause()) {
            innermost = at;
            Kind of = kind(at);
            if (of != null && (kind == null || kind == Kind.NOT_REACHED)) {
                kind = of; // further in it is known better
            }
        }
        String says = innermost.getMessage() == null ? innermost.getClass().getSimpleName() : innermost.getMessage().lines().findFirst()
                .orElse("");
        return new ServerProblem(kind == null ? Kind.OTHER : kind, address, says, e);
    }

    private static Kind kind(Throwable e) {
        return switch (e) {
            case UnknownHostException _ -> Kind.NO_NAME;
            case SocketTimeoutException _ -> Kind.NO_ANSWER;
            case ConnectException _ -> Kind.NOT_REACHED;
            case CertificateException _, SSLException _, FileNotFoundException _, NoSuchFileException _ -> Kind.CERTIFICATE;
            case SQLTransientConnectionException _ -> Kind.NOT_REACHED;
            case SQLException s when REJECTED.equals(s.getSQLState()) -> String.valueOf(s.getMessage()).contains("SSL") ? Kind.CERTIFICATE
                    : Kind.PASSWORD;
            case SQLException s -> code(String.valueOf(s.getSQLState()));
            default -> null;
        };
    }

    private static Kind code(String state) {
        return switch (state) {
            case "28P01", "28000" -> Kind.PASSWORD;
            case "3D000" -> Kind.NO_DATABASE;
            case "42501" -> Kind.NO_RIGHT;
            case "53100" -> Kind.FULL;
            case "25006" -> Kind.READ_ONLY;
            case "57014" -> Kind.NO_ANSWER;
            case "WX001", "WX002" -> Kind.BROKEN;
            default -> state.startsWith("08") || state.startsWith("57P") || state.equals("53300") ? Kind.NOT_REACHED : null;
        };
    }
}
