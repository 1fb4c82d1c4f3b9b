package wistaxis.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerExport;

@Command(name = "ledger", mixinStandardHelpOptions = true, description = "Verify or export the ledger.",
        subcommands = {LedgerCommand.Verify.class, LedgerCommand.Export.class})
final class LedgerCommand implements Runnable {
    @CommandLine.Spec
    private CommandLine.Model.@Nullable CommandSpec spec;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(java.util.Objects.requireNonNull(spec).commandLine(), "Missing command: verify or export");
    }

    /** What both have: the folder with the ledger. */
    abstract static class OnLedger extends Output {
        @Option(names = "--data", paramLabel = "DIR", description = "the data folder; the usual place of the operating system if left out")
        private @Nullable Path data;

        final Path file() {
            Path root = data == null ? DataFolder.usualPlace() : data;
            Path file = new DataFolder(root).ledger();
            if (!Files.exists(file)) {
                throw new BadInput("there is no ledger at [" + file + "]; name the data folder with --data DIR");
            }
            return file;
        }
    }

    @Command(name = "verify", mixinStandardHelpOptions = true, description = "Check the chain of digests from the first entry to the last.")
    static final class Verify extends OnLedger {
        @Override
        public void run() {
            List<LedgerEntry> entries = Ledger.open(file()).entries();
            Optional<String> broken = wistaxis.core.ticket.Chain.verify(entries);
            if (broken.isPresent()) {
                throw new Refusal("the chain is broken: " + broken.get());
            }
            String last = entries.isEmpty() ? wistaxis.core.ticket.Chain.START : entries.getLast().digest();
            answer(Map.of("entries", entries.size(), "whole", true, "last", last), List.of("the chain holds: " + entries.size() + " entries, last digest " + last));
        }
    }

    @Command(name = "export", mixinStandardHelpOptions = true, description = "Write the whole ledger to standard output.")
    static final class Export extends OnLedger {
        @Option(names = "--format", required = true, paramLabel = "json|csv", description = "json or csv")
        private LedgerExport format = LedgerExport.JSON;

        @Override
        public void run() {
            out().print(format.of(Ledger.open(file()).entries()));
            out().flush();
        }
    }
}
