package wistaxis.workbench.document;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.paper.Words;
import wistaxis.store.people.People;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.ticket.Shop;
import wistaxis.workbench.ticket.Tickets;

/** The papers of the tickets: made in the background, seen before they are handed out, and written down when they are. */
public final class Documents {
    private final Life life;
    private final Tickets tickets;
    private final Customers customers;
    private final Supplier<Shop> shop;
    private final Supplier<String> name;
    private final Commands.Giver giver;
    private final DataFolder folder;
    private @Nullable List<Words> languages;

    /**
     * @param shop the shop's rules as they are in force now
     * @param name what the bench is called now
     */
    public Documents(Life life, Tickets tickets, Customers customers, Supplier<Shop> shop, Supplier<String> name, DataFolder folder,
            Commands.Giver giver) {
        this.life = life;
        this.tickets = tickets;
        this.customers = customers;
        this.shop = shop;
        this.name = name;
        this.giver = giver;
        this.folder = folder;
    }

    /** @param upTo number of the ticket's last entry when it was made */
    public record Made(Papers.Kind kind, byte[] pdf, long upTo, String language) {}

    /** The shop's own terms, a paragraph a line: {@code terms.txt} of the data folder; none where there is no such file. */
    public static List<String> terms(DataFolder folder) {
        Path file = folder.terms();
        return Files.exists(file) ? OutsideFile.text(file, "terms of the shop", 1).lines().filter(l -> !l.isBlank()).toList() : List.of();
    }

    /** Makes a paper of a ticket as it is now; fails with what it has nothing for. */
    public CompletableFuture<Made> make(Papers.Kind kind, String number) {
        CompletableFuture<Made> made = new CompletableFuture<>();
        String called = name.get();
        tickets.history(number).whenComplete((entries, e) -> {
            if (e != null) {
                made.completeExceptionally(e);
                return;
            }
            String customer = customers.onPaper(Ticket.fold(entries));
            People.Person kept = customers.kept(number);
            life.background().run(() -> render(kind, entries, new Papers.Letterhead(called, terms(folder), ZoneId.systemDefault(), customer,
                    kept.serials(), words(kept.language()))), made::complete, made::completeExceptionally);
        });
        return made;
    }

    /** The languages that papers can be said in; a file of the shop's that cannot be read is said once. */
    public List<Words> languages() {
        List<Words> read = languages;
        if (read == null) {
            try {
                read = Words.all(folder.paperWords());
            } catch (BadInput e) {
                life.notices().say("The shop's own words of papers are not used: " + e.getMessage());
                read = Words.all(null);
            }
            languages = read;
        }
        return read;
    }

    private Words words(@Nullable String language) {
        return languages().stream().filter(w -> w.language().equals(language)).findFirst().orElse(Words.ENGLISH);
    }

    private Made render(Papers.Kind kind, List<LedgerEntry> entries, Papers.Letterhead head) throws java.io.IOException {
        return new Made(kind, new Papers(shop.get(), head).pdf(kind, entries), entries.getLast().number(),
                head.words().language());
    }

    /** It was printed or saved: that is written down, with the digest of the file. */
    public CompletableFuture<Result> handedOut(String number, Made made) {
        return giver.give(number, new Command.HandOut(made.kind().toString(), Sha256.of(made.pdf()), made.upTo(),
                made.language().equals(Words.ENGLISH.language()) ? null : made.language()));
    }
}
