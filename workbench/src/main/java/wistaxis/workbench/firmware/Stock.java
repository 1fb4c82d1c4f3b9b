package wistaxis.workbench.firmware;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.PackageCheck;
import wistaxis.core.firmware.PackageLayout;
import wistaxis.core.firmware.PackageReport;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.signing.Ed25519Key;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.Ticket;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.files.Inside;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.firmware.FolderWatch;
import wistaxis.store.firmware.Shelf;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.line.Line;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.ticket.Tickets;

/**
 * Firmware of the whole bench: the catalogue of builds, the shelf, the downloads that serve several tickets, the proofs, and how long
 * things take here.
 * JavaFX thread only; what is slow runs in the background.
 */
public final class Stock implements AutoCloseable {
    /** Older lengths of stages and downloads say nothing that the latest do not. */
    public static final int MEASURED = 5_000;

    private final Life life;
    private final Tickets tickets;
    private final DeviceCatalogue devices;
    private final Line line;
    private final DataFolder folder;
    private final Asked asked;
    private final PackageCheck check;
    private final Builds builds;
    private final Downloads downloads;
    private final Shelf shelf;
    private final TimeHistory history;
    private final Proofs proofs;
    private final LedgerStore ledger;
    private @Nullable FolderWatch watch;
    private String trouble = "";

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
        this.builds = new Builds(life, line, new CatalogueFile(folder.catalogue()), asked, this::isHere);
        this.ledger = ledger;
        this.check = new PackageCheck(PackageLayout.shipped(), trusted);
        this.shelf = new Shelf(folder.shelf(), folder.shelfIndex(), check);
        this.proofs = new Proofs(life, shelf);
        this.downloads = new Downloads(life, tickets, giver, line, shelf, asked::stops, this::came);
        this.history = new TimeHistory(RestoreStage.shipped());
        history.add(ledger.times(MEASURED), devices);
        life.notices().say(shelf.trouble());
        try {
            watch = new FolderWatch(folder.shelf(), () -> life.background().run(() -> true, _ -> rescan(), _ -> { }));
        } catch (IOException e) {
            trouble = (trouble + " " + t("workbench.files.not-watched", "folder", folder.shelf(), "why", e.getMessage())).strip();
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
        }, e -> life.notices().say(t("workbench.files.times", "why", e.getMessage())));
        builds.takenBack(now);
    }

    public TimeHistory history() {
        return history;
    }

    /** What went wrong with catalogue or shelf, in words; empty when nothing did. */
    public String trouble() {
        return !trouble.isEmpty() ? trouble : !builds.trouble().isEmpty() ? builds.trouble() : downloads.trouble();
    }

    /** What is known of builds. */
    public Builds builds() {
        return builds;
    }

    private boolean isHere(Build build) {
        return build.identifiers().stream().anyMatch(i -> onShelf(i, build).isPresent());
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
        return item.report().against(builds.catalogue(), item.bytes());
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

    private void rescan() {
        life.background().run(shelf::rescan, changed -> {
            boolean over = !trouble.isEmpty();
            trouble = "";
            if (changed || over) {
                life.changes().tell(Change.Topic.STOCK);
            }
        }, e -> {
            trouble = e instanceof IOException io ? DiskTrouble.words("firmware-folder", shelf.folder(), io)
                    : t("workbench.files.unreadable", "why", e);
            life.changes().tell(Change.Topic.STOCK);
        });
    }

    public void remove(Shelf.Item item) {
        life.background().run(() -> {
            shelf.remove(item);
            return item;
        }, _ -> life.changes().tell(Change.Topic.STOCK), e -> {
            trouble = DiskTrouble.words("firmware-file", shelf.file(item), e);
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
