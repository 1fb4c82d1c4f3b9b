package wistaxis.workbench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.paper.Papers;

/** The papers of the tickets: made in the background, seen before they are handed out, and written down when they are. */
public final class PaperDesk {
    private final Workbench bench;
    private final DataFolder folder;

    PaperDesk(Workbench bench, DataFolder folder) {
        this.bench = bench;
        this.folder = folder;
    }

    /** @param upTo number of the ticket's last entry when it was made */
    public record Made(Papers.Kind kind, byte[] pdf, long upTo) {}

    /** The shop's own terms, a paragraph a line: {@code terms.txt} of the data folder; none where there is no such file. */
    public static List<String> terms(DataFolder folder) {
        Path file = folder.terms();
        return Files.exists(file) ? OutsideFile.text(file, "terms of the shop", 1).lines().filter(l -> !l.isBlank()).toList() : List.of();
    }

    /** Makes a paper of a ticket as it is now; fails with what it has nothing for. */
    public CompletableFuture<Made> make(Papers.Kind kind, String number) {
        CompletableFuture<Made> made = new CompletableFuture<>();
        String shop = bench.benchName();
        String customer = bench.people().onPaper(number);
        bench.tickets().history(number).whenComplete((entries, e) -> {
            if (e != null) {
                made.completeExceptionally(e);
                return;
            }
            bench.background().run(() -> render(kind, entries, shop, customer), made::complete, made::completeExceptionally);
        });
        return made;
    }

    private Made render(Papers.Kind kind, List<LedgerEntry> entries, String shop, String customer) throws java.io.IOException {
        byte[] pdf = new Papers(bench.routes().shop(), new Papers.Letterhead(shop, terms(folder), ZoneId.systemDefault(), customer))
                .pdf(kind, entries);
        return new Made(kind, pdf, entries.getLast().number());
    }

    /** It was printed or saved: that is written down, with the digest of the file. */
    public CompletableFuture<Ticket> handedOut(String number, Made made) {
        return bench.record(number, List.of(new TicketEvent.PaperHandedOut(made.kind().toString(), Sha256.of(made.pdf()), made.upTo())));
    }

}
