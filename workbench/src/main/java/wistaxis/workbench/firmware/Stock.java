package wistaxis.workbench.firmware;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.firmware.PackageCheck;
import wistaxis.core.firmware.PackageLayout;
import wistaxis.core.firmware.PackageReport;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.signing.Ed25519Key;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.files.Inside;
import wistaxis.store.files.SideFile;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.firmware.FolderWatch;
import wistaxis.store.firmware.Shelf;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.line.Line;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Closing;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.ticket.Tickets;

/**
 * Firmware of the whole bench: the catalogue of builds, the shelf, the downloads that serve several tickets, the proofs, and how long
 * things take here.
 * JavaFX thread only; what is slow runs in the background.
 */
public final class Stock implements AutoCloseable {
    /** A signing window that ends within this is called out. */
    private static final Duration SOON = Duration.ofHours(12);

    /** Older lengths of stages and downloads say nothing that the latest do not. */
    public static final int MEASURED = 5_000;

    private final Life life;
    private final Tickets tickets;
    private final DeviceCatalogue devices;
    private final Line line;
    private final DataFolder folder;
    private final Asked asked;
    private final PackageCheck check;
    private final CatalogueFile catalogueFile;
    private final Downloads downloads;
    private final Shelf shelf;
    private final TimeHistory history;
    private final Proofs proofs;
    private final LedgerStore ledger;
    private final Map<String, Said> signingSaid = new HashMap<>();
    private final Set<String> asking = new HashSet<>();
    private final Map<String, String> answered = new HashMap<>();
    private @Nullable FolderWatch watch;
    private FirmwareCatalogue catalogue = FirmwareCatalogue.EMPTY;
    private String trouble = "";

    /** What the catalogue said of a build before somebody saw whether it is signed. */
    private record Said(TicketEvent.SigningAnswered answer, FirmwareCatalogue.Listed before) {}

    /** A signing window that closes soon. */
    public record Closing(Build build, Duration left, List<String> tickets) {}

    /** What others know of who works here and for whom. */
    public interface Asked {
        /** Whether there is a library to be asked. */
        boolean library();

        /** Who is at the bench. */
        String person();

        /** Whether nothing is fetched for a ticket, as it cannot be understood. */
        boolean stops(Ticket ticket);

        /** A package has come whole for a ticket. */
        void came(String ticket, Path file);
    }

    /** @param trusted whose signatures are believed; null for nobody's */
    public Stock(Life life, Tickets tickets, DeviceCatalogue devices, Line line, DataFolder folder, LedgerStore ledger,
            Commands.Giver giver, @Nullable Ed25519Key trusted, Asked asked) {
        this.life = life;
        this.tickets = tickets;
        this.devices = devices;
        this.line = line;
        this.folder = folder;
        this.asked = asked;
        this.ledger = ledger;
        this.check = new PackageCheck(PackageLayout.shipped(), trusted);
        this.catalogueFile = new CatalogueFile(folder.catalogue());
        this.shelf = new Shelf(folder.shelf(), folder.shelfIndex(), check);
        this.proofs = new Proofs(life, shelf);
        this.downloads = new Downloads(life, tickets, giver, line, shelf, asked::stops, this::came);
        this.history = new TimeHistory(RestoreStage.shipped());
        history.add(ledger.times(MEASURED), devices);
        SideFile.Read<FirmwareCatalogue> read = catalogueFile.read(life.now());
        this.catalogue = read.value();
        life.notices().say(read.trouble());
        life.notices().say(shelf.trouble());
        try {
            watch = new FolderWatch(folder.shelf(), () -> life.background().run(() -> true, _ -> rescan(), _ -> { }));
        } catch (IOException e) {
            trouble += (trouble.isEmpty() ? "" : " ") + "The shelf's folder [" + folder.shelf() + "] is not watched: " + e.getMessage();
        }
        rescan();
    }

    /** A package has come whole: it is proven for whoever wants it, or lies on the shelf for whoever comes next. */
    private void came(Path file, List<String> wanting) {
        wanting.forEach(t -> asked.came(t, file));
        if (wanting.isEmpty()) {
            proofs.prove(file, _ -> { });
        }
    }

    public void changed(Projection ticket, long from) {
        history.add(ticket.since(from), devices);
    }

    /** What was measured is read anew, and what was said of signing is as it was before. */
    public void takenBack(Ticket now) {
        life.background().run(() -> ledger.times(MEASURED), times -> {
            history.forget();
            history.add(times, devices);
        }, e -> life.notices().say("What was measured here before cannot be read anew: " + e.getMessage()));
        Said said = signingSaid.remove(now.number());
        if (said != null && now.observed().signing() != said.answer()) {
            keep(catalogue.with(said.before()));
        }
    }

    public TimeHistory history() {
        return history;
    }

    /** What went wrong with catalogue or shelf, in words; empty when nothing did. */
    public String trouble() {
        return !trouble.isEmpty() ? trouble : downloads.trouble();
    }

    /** Builds of a model, newest first, as far as known. */
    public List<Build> builds(String identifier) {
        return catalogue.of(identifier).stream().map(FirmwareCatalogue.Listed::build).toList();
    }

    /** The build that a ticket has chosen, as the catalogue lists it. */
    public Optional<Build> chosen(Ticket ticket) {
        String identifier = ticket.identifier();
        return identifier == null || ticket.build() == null ? Optional.empty()
                : builds(identifier).stream().filter(b -> ticket.build().isOf(identifier, b)).findFirst();
    }

    /** What the catalogue has of a build. */
    public Optional<FirmwareCatalogue.Listed> listed(Build build) {
        return catalogue.byKey(build.key());
    }

    /**
     * Keeps a build that was typed in. Where an address was, it is asked for the exact size; what it does not say is said.
     *
     * @return fails with {@link OutsideTrouble} where the address does not answer; the build is kept without it then
     */
    public CompletableFuture<Build> typed(Build build) {
        CompletableFuture<Build> kept = new CompletableFuture<>();
        String who = asked.person().isBlank() ? "somebody here" : asked.person();
        if (build.address() == null) {
            keep(catalogue.typed(build, who, life.now()));
            kept.complete(build);
            return kept;
        }
        URI address = URI.create(build.address());
        life.background().run(() -> line.sizeAt(address), size -> {
            Build whole = build.ofSize(size);
            keep(catalogue.typed(whole, who, life.now()));
            kept.complete(whole);
        }, e -> {
            keep(catalogue.typed(build.elsewhere(), who, life.now()));
            life.notices().say(e.getMessage() + ". The build is kept without its address.");
            kept.completeExceptionally(e);
        });
        return kept;
    }

    /** Somebody saw at the host whether the maker signs the build that a ticket has chosen. */
    public void signingSeen(Ticket ticket, TicketEvent.SigningAnswered answer) {
        chosen(ticket).flatMap(this::listed).ifPresent(l -> signingSaid.put(ticket.number(), new Said(answer, l)));
        chosen(ticket).ifPresent(b -> keep(catalogue.signingSeen(b, answer.granted(), "seen at the host, " + ticket.number(),
                life.now())));
    }

    public Optional<Instant> askedAt(String identifier) {
        return catalogue.askedAt(identifier);
    }

    public boolean asking(String identifier) {
        return asking.contains(identifier);
    }

    /** Why the library did not answer for a model; empty when it did, or was not asked. */
    public String noAnswer(String identifier) {
        return answered.getOrDefault(identifier, "");
    }

    /** Asks the library about a model, once until {@link #askAgain}; where there is one. */
    public void ask(String identifier) {
        if (asked.library() && !answered.containsKey(identifier) && asking.add(identifier)) {
            life.background().run(() -> line.buildsFor(identifier), found -> {
                asking.remove(identifier);
                answered.put(identifier, "");
                keep(catalogue.refreshed(identifier, found, life.now(), onShelf()));
            }, e -> {
                asking.remove(identifier);
                answered.put(identifier, String.valueOf(e.getMessage()));
                life.changes().tell(Change.Topic.STOCK);
            });
        }
    }

    public void askAgain(String identifier) {
        answered.remove(identifier);
        ask(identifier);
        life.changes().tell(Change.Topic.STOCK);
    }

    private Set<String> onShelf() {
        return catalogue.builds().stream().map(FirmwareCatalogue.Listed::build)
                .filter(b -> b.identifiers().stream().anyMatch(i -> onShelf(i, b).isPresent())).map(Build::key)
                .collect(Collectors.toSet());
    }

    private void keep(FirmwareCatalogue next) {
        catalogue = next;
        life.background().write(() -> catalogueFile.write(next), e -> {
            trouble = DiskTrouble.words("catalogue of builds", catalogueFile.file(), e);
            life.changes().tell(Change.Topic.STOCK);
        });
        life.changes().tell(Change.Topic.STOCK);
    }

    private record Imported(List<FirmwareCatalogue.Listed> read, FirmwareCatalogue merged) {}

    /**
     * Takes builds from a file in the open format. The answer is how many; it fails with {@link BadInput} when the file cannot be
     * understood, or speaks of what is still to come, and nothing is changed then.
     */
    public CompletableFuture<Integer> importCatalogue(Path file) {
        CompletableFuture<Integer> taken = new CompletableFuture<>();
        Instant now = life.now();
        FirmwareCatalogue before = catalogue;
        life.background().run(() -> {
            List<FirmwareCatalogue.Listed> read = CatalogueFile.imported(file, now).builds();
            return new Imported(read, before.merge(read));
        }, in -> {
            keep(catalogue == before ? in.merged() : catalogue.merge(in.read())); // it has changed meanwhile
            taken.complete(in.read().size());
        }, taken::completeExceptionally);
        return taken;
    }

    /** Signing windows of builds that open tickets have chosen or the shelf holds, and that close soon; the first to close first. */
    public List<Closing> closingSoon() {
        Instant now = life.now();
        List<Ticket> open = tickets.open().stream().filter(t -> t.stage().compareTo(Stage.RESTORE) <= 0).toList();
        return catalogue.builds().stream().map(FirmwareCatalogue.Listed::build)
                .filter(b -> b.signedAt(now) && b.signedUntil() != null && Duration.between(now, b.signedUntil()).compareTo(SOON) < 0)
                .map(b -> new Closing(b, Duration.between(now, b.signedUntil()), open.stream().filter(t -> t.hasChosen(b.sha256()))
                .map(Ticket::number).toList()))
                .filter(c -> !c.tickets().isEmpty()).sorted(Comparator.comparing(Closing::left)).toList();
    }

    /**
     * The package of a build on the shelf: proven, or not looked at whole yet. One that is in conflict with the catalogue is none, nor in
     * practice one that nobody vouches for.
     */
    public Optional<Shelf.Item> onShelf(String identifier, Build b) {
        return shelf.find(identifier, b.version().toString(), b.build()).filter(i -> {
            PackageReport judged = judged(i);
            return judged.proven() || judged.verdict() == PackageReport.Verdict.WELL_FORMED
                    || judged.verdict() == PackageReport.Verdict.CONSISTENT && !life.simulated();
        });
    }

    /** Why the file that a run would be given is not the one that was verified; empty where it is, or the computer fetches by itself. */
    public Optional<String> notAsVerified(Ticket ticket) {
        String kept = ticket.packageFile();
        return kept == null || ticket.observed().hostFetches() ? Optional.empty()
                : shelf.notAsVerified(Inside.found(folder.root(), kept), ticket.observed().digest());
    }

    /** What is found of a file, beside what the catalogue knows. */
    public PackageReport judged(Shelf.Item item) {
        return item.report().against(catalogue, item.bytes());
    }

    public FirmwareCatalogue catalogue() {
        return catalogue;
    }

    public Shelf shelf() {
        return shelf;
    }

    /** What is fetched for the tickets. */
    public Downloads downloads() {
        return downloads;
    }

    /** What is being taken in or checked. */
    public Proofs proofs() {
        return proofs;
    }

    /** The open tickets whose model a package is for. */
    public List<Ticket> serves(Shelf.Item item) {
        return tickets.open().stream().filter(t -> t.identifier() != null && item.report().products().contains(t.identifier()))
                .toList();
    }

    /** The build of a package, as the library lists it. */
    public Optional<Build> listed(Shelf.Item item) {
        return catalogue.builds().stream().map(FirmwareCatalogue.Listed::build)
                .filter(b -> item.isOf(b.version().toString(), b.build()) && b.identifiers().stream()
                .anyMatch(item.report().products()::contains)).findFirst();
    }

    private void rescan() {
        life.background().run(shelf::rescan, changed -> {
            boolean over = !trouble.isEmpty();
            trouble = "";
            if (changed || over) {
                life.changes().tell(Change.Topic.STOCK);
            }
        }, e -> {
            trouble = e instanceof IOException io ? DiskTrouble.words("shelf", shelf.folder(), io) : "The shelf cannot be looked at: " + e;
            life.changes().tell(Change.Topic.STOCK);
        });
    }

    public void remove(Shelf.Item item) {
        life.background().run(() -> {
            shelf.remove(item);
            return item;
        }, _ -> life.changes().tell(Change.Topic.STOCK), e -> {
            trouble = DiskTrouble.words("package", shelf.file(item), e);
            life.changes().tell(Change.Topic.STOCK);
        });
    }

    @Override
    public void close() {
        proofs.stopAll();
        downloads.close();
        try {
            if (watch != null) {
                watch.close();
            }
        } catch (IOException e) {
            trouble = String.valueOf(e.getMessage());
        }
    }
}
