package wistaxis.cli.ledger;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.Writer;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine;
import wistaxis.cli.output.OnLedger;
import wistaxis.cli.output.Progress;
import wistaxis.cli.output.Refusal;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.files.FolderHold;
import wistaxis.store.ledger.Anchor;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerExport;
import wistaxis.store.ledger.LedgerSeen;

@Command(name = "ledger", mixinStandardHelpOptions = true,
        description =
        "Verify or export the ledger, list its anchors, or make anew what is computed from it. All but the last only read: nothing is "
        + "changed, in the folder or in its files.",
        subcommands = {LedgerCommand.Verify.class, LedgerCommand.Export.class, LedgerCommand.Anchors.class, LedgerCommand.Rebuild.class})
public final class LedgerCommand implements Runnable {
    @CommandLine.Spec
    private CommandLine.Model.@Nullable CommandSpec spec;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(java.util.Objects.requireNonNull(spec).commandLine(),
                "Missing command: verify, export, anchors or rebuild");
    }

    @Command(name = "verify", mixinStandardHelpOptions = true,
            description =
            "Check the chain of digests from the first entry to the last, that its end is still there, and whether what it says can have "
            + "happened.")
    static final class Verify extends OnLedger implements CommandLine.IExitCodeGenerator {
        @Option(names = "--anchor", paramLabel = "NUMBER:DIGEST",
                description = "a head of the ledger as it stands on a paper or an export; may be given several times")
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
                Progress progress = progress("looking through " + last + " entries");
                LedgerCheck check = ledger.check(LedgerSeen.read(folder().seen()), held, Instant.now(), n -> {
                    progress.accept(n / (double) Math.max(1, last));
                    return true;
                }).orElseThrow();
                List<String> words = new ArrayList<>(List.of(check.broken().map(b -> "the chain is broken: " + b).orElse("the chain holds")
                        + ": " + check.entries() + " entries, last digest " + check.last()));
                check.findings().forEach(f -> words.add("  " + f));
                if (!check.findings().isEmpty()) {
                    words.add("What it says cannot all have happened: " + check.findings().size() + " findings.");
                }
                answer(new Row(check.entries(), check.broken().isEmpty(), check.last(), check.broken().orElse(null), check.findings()),
                        words);
                check.broken().ifPresent(b -> spec().commandLine().getErr().println("wistaxis: the chain is broken: " + b));
                if (!kept.trouble().isEmpty()) {
                    spec().commandLine().getErr().println("wistaxis: " + kept.trouble());
                }
                status = check.clean() && kept.trouble().isEmpty() ? CommandLine.ExitCode.OK : CommandLine.ExitCode.SOFTWARE;
            }
        }
    }

    @Command(name = "anchors", mixinStandardHelpOptions = true,
            description = {"The heads of the ledger that are kept outside of it, one a day, each as NUMBER:DIGEST.",
        "Copied to a place that whoever writes the ledger cannot reach, they show later whether it was made anew: wistaxis ledger verify "
        + "--anchor NUMBER:DIGEST"})
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
            description =
            "Make anew what is computed from the entries: lists, statistics, words to search for. The entries stay as they are.")
    static final class Rebuild extends OnLedger {
        private record Row(long entries) {}

        @Override
        public void run() {
            ledger().close();
            try (FolderHold _ = FolderHold.take(folder().root()); Ledger ledger = Ledger.open(folder().ledger())) {
                long last = ledger.last().map(LedgerEntry::number).orElse(0L);
                Progress progress = progress("taking in " + last + " entries");
                ledger.rebuild(n -> {
                    progress.accept(n / (double) Math.max(1, last));
                    return true;
                });
                answer(new Row(last), List.of("Made anew from " + last + " entries."));
            }
        }
    }

    @Command(name = "export", mixinStandardHelpOptions = true, description = "Write the whole ledger to standard output.")
    static final class Export extends OnLedger {
        @Option(names = "--format", required = true, paramLabel = "json|csv", description = "json or csv")
        private LedgerExport format = LedgerExport.JSON;

        @Override
        public void run() {
            try (Ledger ledger = ledger()) {
                Writer out = new BufferedWriter(out());
                format.to(out, ledger::each);
                out.flush();
            } catch (IOException e) {
                throw new Refusal("the ledger cannot be written to standard output: " + e.getMessage());
            }
        }
    }
}
