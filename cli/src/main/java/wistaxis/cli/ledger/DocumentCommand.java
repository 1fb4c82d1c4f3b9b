package wistaxis.cli.ledger;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
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
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.OutFile;
import wistaxis.store.people.People;
import wistaxis.workbench.document.DocumentMaker;
import wistaxis.workbench.document.Documents;
import wistaxis.workbench.document.ShopHead;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.ticket.Shop;

@Command(name = "document", mixinStandardHelpOptions = true, description = "${bundle:cli.help.paper}")
public final class DocumentCommand extends OnLedger {
    @Parameters(paramLabel = "KIND", description = "${bundle:cli.help.paper.kind}")
    private String kind = "";

    @Option(names = "--ticket", required = true, paramLabel = "N")
    private String ticket = "";

    @Option(names = "--up-to", paramLabel = "ENTRY", description = "${bundle:cli.help.paper.up-to}")
    private @Nullable Long upTo;

    @Option(names = "--language", paramLabel = "XX", description = "${bundle:cli.help.paper.language}")
    private @Nullable String language;

    @Option(names = "--out", required = true, paramLabel = "FILE.pdf", description = "${bundle:cli.help.paper.out}")
    private Path file = Path.of("");

    @Option(names = "--replace", description = "${bundle:cli.help.paper.replace}")
    private boolean replace;

    private record Written(String kind, String ticket, long upTo, String file, int bytes, String sha256) {}

    @Override
    public void run() {
        DocumentMaker.Kind which = DocumentMaker.Kind.parse(kind);
        checked(file, replace);
        List<LedgerEntry> entries;
        Map<String, List<LedgerEntry>> lot;
        try (Ledger ledger = ledger()) {
            entries = ledger.of(ticket).stream().filter(this::counts).toList();
            TicketEvent.LotJoined joined = entries.isEmpty() || !which.isOfLot() ? null : Ticket.fold(entries).lot();
            lot = joined == null ? Map.of() : LedgerEntry.byTicket(ledger.ofLot(joined.lot()).stream().filter(this::counts).toList());
        }
        if (entries.isEmpty()) {
            throw new BadInput(upTo == null ? t("cli.ticket.none", "number", ticket)
                    : t("cli.document.no-entry", "number", ticket, "entry", String.valueOf(upTo)));
        }
        Shop shop = Shop.look(folder(), DEVICES, Instant::now);
        People.Person kept = Customers.look(folder(), ticket);
        String wanted = language == null ? kept.language() : language;
        Language in = Language.find(wanted == null ? "en" : wanted).orElseThrow(() -> new BadInput(Say.t("cli.document.no-language",
                "language", wanted, "known", Language.all().stream().map(Language::tag).toList())));
        String name = Optional.ofNullable(shop.settings().bench()).orElse(practice() ? t("cli.document.practice-bench")
                : t("cli.document.my-bench"));
        try {
            var head = new DocumentMaker.Letterhead(name, Documents.terms(folder()), ZoneId.systemDefault(), Customers.onDocument(Ticket
                    .fold(entries), kept, Customers.forgotten(folder(), ticket)), kept.serials(), in, Documents.devices(lot, n -> Customers
                    .look(folder(), n)), ShopHead.of(shop.settings().profile(), folder()));
            byte[] pdf = made(new DocumentMaker(shop, head), which, entries);
            OutFile.write(file, pdf, replace);
            long last = DocumentMaker.last(which, head, entries).number();
            answer(new Written(which.toString(), ticket, last, file.toString(), pdf.length, Sha256.of(pdf)),
                    List.of(t("cli.document.written", "file", file, "entry", last)));
        } catch (IOException e) {
            throw DiskProblem.of("document", file, e);
        }
    }

    private boolean counts(LedgerEntry e) {
        return upTo == null || e.number() <= upTo;
    }

    /** Before anything is made. */
    private static void checked(Path file, boolean replace) {
        try {
            OutFile.check(file, replace);
        } catch (IOException e) {
            throw DiskProblem.of("document", file, e);
        }
    }

    private static byte[] made(DocumentMaker documents, DocumentMaker.Kind which, List<LedgerEntry> entries) throws IOException {
        try {
            return documents.pdf(which, entries);
        } catch (BadInput e) {
            throw new Refusal(String.valueOf(e.getMessage()));
        }
    }
}
