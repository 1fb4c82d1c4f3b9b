package wistaxis.cli.ledger;

import static wistaxis.core.words.Say.t;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.Writer;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine;
import wistaxis.cli.output.OnLedger;
import wistaxis.cli.output.Refusal;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.books.Books;
import wistaxis.store.files.FolderHold;
import wistaxis.store.ledger.Anchor;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerExport;
import wistaxis.store.ledger.LedgerSeen;

@Command(name = "ledger", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.ledger}",
        subcommands = {LedgerCommand.Verify.class, LedgerCommand.Export.class, LedgerCommand.Anchors.class, LedgerCommand.Rebuild.class,
                ServerCommands.Prepare.class, ServerCommands.Move.class, ServerCommands.Join.class, ServerCommands.Copy.class,
                        ServerCommands.Kept.class})
public final class LedgerCommand implements Runnable {
    @CommandLine.Spec
    private CommandLine.Model.@Nullable CommandSpec spec;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(java.util.Objects.requireNonNull(spec).commandLine(),
                t("cli.ledger.missing"));
    }

    @Command(name = "verify", mixinStandardHelpOptions = true,
            description = "${bundle:cli.help.ledger.verify}")
    static final class Verify extends OnLedger implements CommandLine.IExitCodeGenerator {
        @Option(names = "--anchor", paramLabel = "NUMBER:DIGEST",
                description = "${bundle:cli.help.ledger.verify.anchor}")
        private List<String> anchors = List.of();

        private int status;

        private record Row(long entries, boolean whole, String last, @Nullable String broken, List<String> findings) {}

        @Override
        public int getExitCode() {
            return status;
        }

        @Override
        public void run() {
            try (Ledger ledger = ledger()) {
                Anchor.Kept kept = Anchor.readable(folder().anchors());
                List<Anchor> held = new ArrayList<>(kept.anchors());
                anchors.forEach(a -> held.add(Anchor.parse(a)));
                long last = ledger.last().map(LedgerEntry::number).orElse(0L);
                LedgerCheck check = ledger.check(LedgerSeen.read(folder().seen()), held, Instant.now(), watched("ledger", last))
                        .orElseThrow();
                List<String> words = new ArrayList<>(List.of(check.broken().isPresent() ? t("cli.ledger.is-broken", "why",
                        check.broken().get(), "n", check.entries(), "digest", check.last())
                        : t("cli.ledger.verified", "n", check.entries(), "digest", check.last())));
                check.findings().forEach(f -> words.add("  " + f));
                if (!check.findings().isEmpty()) {
                    words.add(t("cli.ledger.findings", "n", check.findings().size()));
                }
                answer(new Row(check.entries(), check.broken().isEmpty(), check.last(), check.broken().orElse(null), check.findings()),
                        words);
                check.broken().ifPresent(b -> spec().commandLine().getErr().println("wistaxis: " + t("cli.ledger.broken", "why", b)));
                if (!kept.problem().isEmpty()) {
                    spec().commandLine().getErr().println("wistaxis: " + kept.problem());
                }
                status = check.clean() && kept.problem().isEmpty() ? CommandLine.ExitCode.OK : CommandLine.ExitCode.SOFTWARE;
            }
        }
    }

    @Command(name = "anchors", mixinStandardHelpOptions = true,
            description = "${bundle:cli.help.ledger.anchors}")
    static final class Anchors extends OnLedger {
        private record Row(long entry, String digest, @Nullable Instant at) {}

        @Override
        public void run() {
            List<Anchor> anchors = Anchor.read(folder().anchors());
            answer(anchors.stream().map(a -> new Row(a.entry(), a.digest(), a.at())).toList(), anchors.stream().map(a -> a + "  " + a.at())
                    .toList());
        }
    }

    @Command(name = "rebuild", mixinStandardHelpOptions = true,
            description = "${bundle:cli.help.ledger.rebuild}")
    static final class Rebuild extends OnLedger {
        private record Row(long entries) {}

        @Override
        public void run() {
            ledger().close();
            try (FolderHold _ = FolderHold.take(folder().root()); Ledger ledger = Books.open(folder(), Clock.systemUTC())) {
                long last = ledger.last().map(LedgerEntry::number).orElse(0L);
                ledger.rebuild(watched("rebuild", last));
                answer(new Row(last), List.of(t("cli.ledger.rebuilt", "n", last)));
            }
        }
    }

    @Command(name = "export", mixinStandardHelpOptions = true, description = "${bundle:cli.help.ledger.export}")
    static final class Export extends OnLedger {
        @Option(names = "--format", required = true, paramLabel = "json|csv", description = "${bundle:cli.help.ledger.export.format}")
        private LedgerExport format = LedgerExport.JSON;

        @Override
        public void run() {
            try (Ledger ledger = ledger()) {
                Writer out = new BufferedWriter(out());
                format.to(out, ledger::each);
                out.flush();
            } catch (IOException e) {
                throw new Refusal(t("cli.ledger.not-written", "why", e.getMessage()));
            }
        }
    }
}
