package wistaxis.cli.ledger;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.OnLedger;
import wistaxis.cli.output.Output;
import wistaxis.store.books.Moving;
import wistaxis.store.books.ServerFile;
import wistaxis.store.files.FolderHold;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerServer;
import wistaxis.store.ledger.ServerAddress;

/** A shop's ledger on a server: made ready, moved there, brought back. */
final class ServerCommands {
    private ServerCommands() {}

    @Command(name = "prepare", mixinStandardHelpOptions = true, description = "${bundle:cli.help.ledger.prepare}")
    static final class Prepare extends Output {
        @Option(names = "--to", required = true, paramLabel = "ADDRESS", description = "${bundle:cli.help.ledger.prepare.to}")
        private String to = "";

        @Option(names = "--password-file", paramLabel = "FILE", description = "${bundle:cli.help.ledger.password-file}")
        private @Nullable Path password;

        private record Row(String address, int steps) {}

        @Override
        public void run() {
            ServerAddress owner = ServerAddress.parse(to);
            int steps = LedgerServer.found().prepare(owner, password == null ? null : ServerFile.password(password));
            answer(new Row(owner.toString(), steps), List.of(t(steps == 0 ? "cli.server.ready" : "cli.server.prepared", "address", owner)));
        }
    }

    /** What has a folder's books be on a server. */
    private abstract static class OnServer extends OnLedger {
        @Option(names = "--to", required = true, paramLabel = "ADDRESS", description = "${bundle:cli.help.ledger.move.to}")
        private String to = "";

        @Option(names = "--bench", required = true, paramLabel = "NAME", description = "${bundle:cli.help.ledger.bench}")
        private String bench = "";

        final ServerFile server() {
            return new ServerFile(ServerAddress.parse(to).toString(), bench);
        }
    }

    @Command(name = "move", mixinStandardHelpOptions = true, description = "${bundle:cli.help.ledger.move}")
    static final class Move extends OnServer {
        @Override
        public void run() {
            ServerFile server = server();
            try (FolderHold _ = FolderHold.take(folder().root())) {
                Moving.Moved moved = Moving.toServer(folder(), server, n -> watched("copy", n));
                answer(moved, List.of(t("cli.server.moved", "n", moved.entries(), "address", server.at(), "digest", moved.head()),
                        t("cli.server.stays", "file", folder().ledger())));
            }
        }
    }

    @Command(name = "join", mixinStandardHelpOptions = true, description = "${bundle:cli.help.ledger.join}")
    static final class Join extends OnServer {
        @Override
        public void run() {
            ServerFile server = server();
            DataFolder folder = DataFolder.open(folder().root());
            try (FolderHold _ = FolderHold.take(folder.root())) {
                Moving.Moved there = Moving.join(folder, server);
                answer(there, List.of(t("cli.server.joined", "n", there.entries(), "address", server.at(), "bench", server.bench())));
            }
        }
    }

    @Command(name = "copy", mixinStandardHelpOptions = true, description = "${bundle:cli.help.ledger.copy}")
    static final class Copy extends OnLedger {
        @Option(names = "--to", required = true, paramLabel = "FILE", description = "${bundle:cli.help.ledger.copy.to}")
        private Path to = Path.of("");

        @Override
        public void run() {
            Moving.Moved moved = Moving.toFile(folder(), to.toAbsolutePath(), n -> watched("copy", n));
            answer(moved, List.of(t("cli.server.copied", "n", moved.entries(), "file", to, "digest", moved.head())));
        }
    }
}
