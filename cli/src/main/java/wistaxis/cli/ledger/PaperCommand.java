package wistaxis.cli.ledger;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.OnLedger;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.OutFile;
import wistaxis.store.people.People;
import wistaxis.workbench.document.Documents;
import wistaxis.workbench.document.Papers;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.ticket.Shop;

@Command(name = "paper", mixinStandardHelpOptions = true, description = {
    "A paper of a ticket as PDF, from its entries in the ledger: the same bytes for the same entries. With --up-to it is the one that was",
    "made at an earlier entry."})
public final class PaperCommand extends OnLedger {
    @Parameters(paramLabel = "KIND", description = "receipt, consent, report, erasure, buying, home, label or sheet")
    private String kind = "";

    @Option(names = "--ticket", required = true, paramLabel = "N")
    private String ticket = "";

    @Option(names = "--up-to", paramLabel = "ENTRY", description = "number of the last entry that it is made of")
    private @Nullable Long upTo;

    @Option(names = "--language", paramLabel = "XX", description = "for example de; the customer's own where it is left out")
    private @Nullable String language;

    @Option(names = "--out", required = true, paramLabel = "FILE.pdf", description = "where to write it")
    private Path file = Path.of("");

    @Option(names = "--replace", description = "replace the file where it is there already")
    private boolean replace;

    private record Written(String kind, String ticket, long upTo, String file, int bytes, String sha256) {}

    @Override
    public void run() {
        Papers.Kind which = Papers.Kind.parse(kind);
        checked(file, replace);
        List<LedgerEntry> entries;
        try (Ledger ledger = ledger()) {
            entries = ledger.of(ticket).stream().filter(e -> upTo == null || e.number() <= upTo).toList();
        }
        if (entries.isEmpty()) {
            throw new BadInput("there is no ticket [" + ticket + "]" + (upTo == null ? "" : " up to entry [" + upTo + "]"));
        }
        Shop shop = Shop.look(folder(), DEVICES, Instant::now);
        People.Person kept = Customers.look(folder(), ticket);
        String wanted = language == null ? kept.language() : language;
        Language in = Language.shipped(wanted == null ? "en" : wanted).orElseThrow(() -> new BadInput(Say.t("cli.document.no-language",
                "language", wanted, "known", Language.shipped().stream().map(Language::tag).toList())));
        String name = Optional.ofNullable(shop.settings().bench()).orElse(practice() ? "Practice bench" : "My bench");
        try {
            byte[] pdf = made(new Papers(shop, new Papers.Letterhead(name, Documents.terms(folder()), ZoneId.systemDefault(),
                    Customers.onPaper(Ticket.fold(entries), kept, Customers.forgotten(folder(), ticket)), kept.serials(), in)), which,
                    entries);
            OutFile.write(file, pdf, replace);
            long last = entries.getLast().number();
            answer(new Written(which.toString(), ticket, last, file.toString(), pdf.length, Sha256.of(pdf)), List.of("Written: " + file
                    + ", from the entries up to " + last));
        } catch (IOException e) {
            throw DiskTrouble.of("paper", file, e);
        }
    }

    /** Before anything is made. */
    private static void checked(Path file, boolean replace) {
        try {
            OutFile.check(file, replace);
        } catch (IOException e) {
            throw DiskTrouble.of("paper", file, e);
        }
    }

    private static byte[] made(Papers papers, Papers.Kind which, List<LedgerEntry> entries) throws IOException {
        try {
            return papers.pdf(which, entries);
        } catch (BadInput e) {
            throw new Refusal(String.valueOf(e.getMessage()));
        }
    }
}
