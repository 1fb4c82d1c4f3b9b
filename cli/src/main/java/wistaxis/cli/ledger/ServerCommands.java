package wistaxis.cli.ledger;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.OnLedger;
import wistaxis.cli.output.Output;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.books.Deciding;
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

    @Command(name = "journal", mixinStandardHelpOptions = true, description = "${bundle:cli.help.ledger.journal}")
    static final class Kept extends OnLedger {
        @Option(names = "--add", paramLabel = "TICKET", description = "${bundle:cli.help.ledger.journal.add}")
        private @Nullable String add;

        @Option(names = "--leave", paramLabel = "TICKET", description = "${bundle:cli.help.ledger.journal.leave}")
        private @Nullable String leave;

        private record Row(String ticket, String side, String at, String what) {
            static Row of(LedgerEntry e, String side) {
                return new Row(e.ticket(), side, e.when().toString(), EventWords.of(e.event()));
            }
        }

        @Override
        public void run() {
            Clock clock = Clock.systemUTC();
            for (String number : Stream.of(add, leave).filter(Objects::nonNull).toList()) {
                Deciding.decide(folder(), clock, number, number.equals(add), clock.instant());
            }
            Deciding.Waiting waiting = Deciding.waiting(folder(), clock);
            List<Row> rows = waiting.held().stream().flatMap(h -> Stream.concat(h.there().stream().map(e -> Row.of(e, "there")), h.here()
                    .stream()
                    .map(e -> Row.of(e, "here")))).toList();
            answer(rows, Stream.concat(Stream.of(t("cli.journal.waiting", "kept", waiting.kept(), "held", waiting.held().size())),
                    rows.stream()
                    .map(r -> t("cli.journal." + r.side(), "ticket", r.ticket(), "at", r.at(), "what", r.what()))).toList());
        }
    }
}
