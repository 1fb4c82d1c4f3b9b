package wistaxis.workbench.firmware;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.CompletableFuture;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareLayout;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.signing.Ed25519Key;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.Ticket;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Inside;
import wistaxis.store.files.Room;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.store.firmware.FirmwarePlace;
import wistaxis.store.firmware.FolderWatch;
import wistaxis.store.internet.FirmwareService;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.ticket.Tickets;

/**
 * Firmware of the whole bench: the catalogue of builds, the firmware folder, the downloads that serve several tickets, the proofs, and
 * how long things take here.
 * JavaFX thread only; what is slow runs in the background.
 */
public final class Stock implements AutoCloseable {
    /** Older lengths of stages and downloads say nothing that the latest do not. */
    public static final int MEASURED = 5_000;

    private final Life life;
    private final Tickets tickets;
    private final DeviceCatalogue devices;
    private final FirmwareService service;
    private final DataFolder folder;
    private final Asked asked;
    private final FirmwareCheck check;
    private final Builds builds;
    private final Downloads downloads;
    private final FirmwareFolder firmwareFolder;
    private final TimeHistory history;
    private final Verifications proofs;
    private final LedgerStore ledger;
    private @Nullable FolderWatch watch;
    private String problem = "";
    private String place;

    /** What others know of who works here and for whom. */
    public interface Asked {
        /** Whether there is a library to be asked. */
        boolean library();

        /** Who is at the bench. */
        String person();

        /** Whether nothing is fetched for a ticket, as it cannot be understood. */
        boolean stops(Ticket ticket);

        /** A firmware file has come whole for a ticket. */
        void came(String ticket, Path file);
    }

    /** @param trusted whose signatures are believed; null for nobody's */
    public Stock(Life life, Tickets tickets, DeviceCatalogue devices, FirmwareService service, DataFolder folder, LedgerStore ledger,
            Commands.Giver giver, @Nullable Ed25519Key trusted, Asked asked) {
        this.life = life;
        this.tickets = tickets;
        this.devices = devices;
        this.service = service;
        this.folder = folder;
        this.asked = asked;
        this.builds = new Builds(life, service, new CatalogueFile(folder.catalogue()), asked, this::isHere);
        this.ledger = ledger;
        this.check = new FirmwareCheck(FirmwareLayout.shipped(), trusted);
        this.firmwareFolder = new FirmwareFolder(folder.firmwareFolder(), folder.firmwareFolderIndex(), check);
        this.proofs = new Verifications(life, firmwareFolder);
        this.downloads = new Downloads(life, tickets, giver, service, firmwareFolder, asked::stops, this::came);
        this.history = new TimeHistory(RestoreStage.shipped());
        history.add(ledger.times(MEASURED), devices);
        life.notices().say(firmwareFolder.problem());
        life.notices().tell(FirmwarePlace.problem(folder)); // a drive that is away is not broken
        this.place = FirmwarePlace.chosen(folder);
        try {
            watch = new FolderWatch(firmwareFolder.folder(), () -> life.background().run(() -> true, _ -> rescan(), _ -> { }));
        } catch (IOException e) {
            problem = (problem + " " + t("workbench.files.not-watched", "folder", firmwareFolder.folder(), "why", e.getMessage())).strip();
        }
        rescan();
    }

    /** A firmware file has come whole: it is verified for whoever wants it, or lies in the firmware folder for whoever comes next. */
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

    /** How much room the disk of the firmware folder has, bytes. */
    public CompletableFuture<Long> free() {
        CompletableFuture<Long> free = new CompletableFuture<>();
        life.background().run(() -> Room.free(firmwareFolder.folder()), free::complete, free::completeExceptionally);
        return free;
    }

    /** How fast downloads are, bytes a second, by fetching for about five seconds; fails where there is nothing to fetch. */
    public CompletableFuture<Double> measureLine() {
        CompletableFuture<Double> measured = new CompletableFuture<>();
        life.background().run(() -> new LineMeasure(service, devices).bytesPerSecond(firmwareFolder.folder()), measured::complete,
                measured::completeExceptionally);
        return measured;
    }

    /** What somebody said of the line, megabits a second; null for nothing. */
    public void line(@Nullable Double mbit) {
        history.line(mbit);
    }

    public TimeHistory history() {
        return history;
    }

    /** What went wrong with catalogue or firmware folder, in words; empty when nothing did. */
    public String problem() {
        return !problem.isEmpty() ? problem : !builds.problem().isEmpty() ? builds.problem() : downloads.problem();
    }

    /** What is known of builds. */
    public Builds builds() {
        return builds;
    }

    private boolean isHere(Build build) {
        return build.identifiers().stream().anyMatch(i -> inFirmwareFolder(i, build).isPresent());
    }

    /**
     * The firmware file of a build in the firmware folder: verified, or not looked at whole yet. One that is in conflict with the
     * catalogue is none, nor in practice one that nobody vouches for.
     */
    public Optional<FirmwareFolder.Item> inFirmwareFolder(String identifier, Build b) {
        return firmwareFolder.find(identifier, b.version().toString(), b.build()).filter(i -> {
            FirmwareReport judged = judged(i);
            return judged.verified() || judged.verdict() == FirmwareReport.Verdict.WELL_FORMED
                    || judged.verdict() == FirmwareReport.Verdict.CONSISTENT && !life.simulated();
        });
    }

    /** Why the file that a run would be given is not the one that was verified; empty where it is, or the computer fetches by itself. */
    public Optional<String> notAsVerified(Ticket ticket) {
        String kept = ticket.firmwareFile();
        return kept == null || ticket.observed().computerFetches() ? Optional.empty()
                : firmwareFolder.notAsVerified(Inside.found(folder.root(), kept), ticket.observed().digest());
    }

    /** What is found of a file, beside what the catalogue knows. */
    public FirmwareReport judged(FirmwareFolder.Item item) {
        return item.report().against(builds.catalogue(), item.bytes());
    }

    /** Where files shall lie; empty for the data folder. */
    public String place() {
        return place;
    }

    /** From the next start on. @throws BadInput for what is no folder outside the data folder that can be written to */
    public void place(String typed) {
        String parsed = FirmwarePlace.parse(folder, typed);
        place = parsed;
        life.background().write(() -> {
            FirmwarePlace.choose(folder, parsed);
            return parsed;
        }, _ -> { }, e -> life.notices().say(t("workbench.bad.not-saved", "why", String.valueOf(e.getMessage()))));
    }

    public FirmwareFolder firmwareFolder() {
        return firmwareFolder;
    }

    /** What is fetched for the tickets. */
    public Downloads downloads() {
        return downloads;
    }

    /** What is being taken in or checked. */
    public Verifications proofs() {
        return proofs;
    }

    /** The open tickets whose model a firmware file is for. */
    public List<Ticket> serves(FirmwareFolder.Item item) {
        return tickets.open().stream().filter(t -> t.identifier() != null && item.report().products().contains(t.identifier()))
                .toList();
    }

    private void rescan() {
        life.background().run(firmwareFolder::rescan, changed -> {
            boolean over = !problem.isEmpty();
            problem = "";
            if (changed || over) {
                life.changes().tell(Change.Topic.STOCK);
            }
        }, e -> {
            problem = e instanceof IOException io ? DiskProblem.words("firmware-folder", firmwareFolder.folder(), io)
                    : t("workbench.files.unreadable", "why", e);
            life.changes().tell(Change.Topic.STOCK);
        });
    }

    public void remove(FirmwareFolder.Item item) {
        life.background().run(() -> {
            firmwareFolder.remove(item);
            return item;
        }, _ -> life.changes().tell(Change.Topic.STOCK), e -> {
            problem = DiskProblem.words("firmware-file", firmwareFolder.file(item), e);
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
            problem = String.valueOf(e.getMessage());
        }
    }
}
