package wistaxis.workbench.document;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Language;
import wistaxis.core.work.Command;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.OutFile;
import wistaxis.store.people.People;
import wistaxis.store.settings.ShopProfile;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.ticket.Shop;
import wistaxis.workbench.ticket.Tickets;

/** The documents of the tickets: made in the background, seen before they are handed out, and written down when they are. */
public final class Documents {
    private final Life life;
    private final Tickets tickets;
    private final Customers customers;
    private final Supplier<Shop> shop;
    private final Supplier<String> name;
    private final Commands.Giver giver;
    private final DataFolder folder;

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

    /** @param digest of the bytes, SHA-256 @param upTo number of the ticket's last entry when it was made */
    public record Made(DocumentMaker.Kind kind, byte[] pdf, String digest, long upTo, String language) {}

    /** The shop's own terms, a paragraph a line: {@code terms.txt} of the data folder; none where there is no such file. */
    public static List<String> terms(DataFolder folder) {
        Path file = folder.terms();
        return Files.exists(file) ? OutsideFile.text(file, "terms", 1).lines().filter(l -> !l.isBlank()).toList() : List.of();
    }

    /** Makes a document of a ticket as it is now; fails with what it has nothing for. */
    public CompletableFuture<Made> make(DocumentMaker.Kind kind, String number) {
        CompletableFuture<Made> made = new CompletableFuture<>();
        String called = name.get();
        ShopProfile profile = shop.get().settings().profile();
        tickets.history(number).thenCompose(entries -> Optional.ofNullable(Ticket.fold(entries).lot()).filter(_ -> kind.isOfLot())
                .map(l -> tickets.ofLot(l.lot())).orElse(CompletableFuture.completedFuture(Map.of()))
                .thenApply(lot -> new History(entries, lot))).whenComplete((history, e) -> {
            if (e != null) {
                made.completeExceptionally(e);
                return;
            }
            List<LedgerEntry> entries = history.entries();
            life.background().run(() -> {
                People.Person kept = customers.read(number);
                return render(kind, entries, new DocumentMaker.Letterhead(called, terms(folder), ZoneId.systemDefault(),
                        customers.onDocument(Ticket.fold(entries), kept), kept.serials(), Language.find(kept.language())
                        .orElse(Language.ENGLISH), devices(history.lot(), customers::read), ShopHead.of(profile, folder)));
            }, made::complete, made::completeExceptionally);
        });
        return made;
    }

    /** @param lot of each device of the lot, where the document is of one */
    private record History(List<LedgerEntry> entries, Map<String, List<LedgerEntry>> lot) {}

    /** The devices of a lot with what names them. @param kept who brought a ticket */
    public static List<DocumentMaker.LotDevice> devices(Map<String, List<LedgerEntry>> lot, Function<String, People.Person> kept) {
        return lot.entrySet().stream().map(d -> {
            People.Person person = kept.apply(d.getKey());
            return new DocumentMaker.LotDevice(d.getValue(), Stream.concat(person.serials().stream(), Stream.ofNullable(person.imei()))
                    .toList());
        }).toList();
    }

    private Made render(DocumentMaker.Kind kind, List<LedgerEntry> entries, DocumentMaker.Letterhead head) throws java.io.IOException {
        byte[] pdf = new DocumentMaker(shop.get(), head).pdf(kind, entries);
        return new Made(kind, pdf, Sha256.of(pdf), DocumentMaker.last(kind, head, entries).number(), head.language().tag());
    }

    /** Takes a picture as the logo of the documents; fails where it is none. */
    public CompletableFuture<Void> logo(Path picture) {
        CompletableFuture<Void> taken = new CompletableFuture<>();
        life.background().write(() -> {
            ShopHead.take(picture, folder);
            return picture;
        }, _ -> taken.complete(null), taken::completeExceptionally);
        return taken;
    }

    /** A page with nothing but how the shop's documents begin. */
    public CompletableFuture<byte[]> letterhead() {
        ShopProfile profile = shop.get().settings().profile();
        return made(() -> ShopHead.of(profile, folder).sample(name.get(), life.now()));
    }

    /** A page to try a printer with. @param label of the size of a label */
    public CompletableFuture<byte[]> testPage(boolean label) {
        ShopProfile profile = shop.get().settings().profile();
        String called = Optional.ofNullable(profile.name()).orElseGet(name);
        return made(() -> TestPage.pdf(label, called, profile.labelSize(), life.now()));
    }

    private CompletableFuture<byte[]> made(Callable<byte[]> how) {
        CompletableFuture<byte[]> made = new CompletableFuture<>();
        life.background().run(how, made::complete, made::completeExceptionally);
        return made;
    }

    /** Saves a page of no ticket where somebody said. */
    public CompletableFuture<Path> write(byte[] pdf, Path file) {
        CompletableFuture<Path> written = new CompletableFuture<>();
        life.background().write(() -> {
            OutFile.write(file, pdf, true); // the dialog has asked
            return file;
        }, written::complete, written::completeExceptionally);
        return written;
    }

    /** Saves it where somebody said, over what is there if they said so, and writes that down. */
    public CompletableFuture<Result> save(String number, Made made, Path file) {
        return write(made.pdf(), file).thenCompose(_ -> handedOut(number, made));
    }

    /** It was printed or saved: that is written down, with the digest of the file. */
    public CompletableFuture<Result> handedOut(String number, Made made) {
        return giver.give(number, new Command.HandOut(made.kind().toString(), made.digest(), made.upTo(),
                made.language().equals(Language.ENGLISH.tag()) ? null : made.language()));
    }
}
