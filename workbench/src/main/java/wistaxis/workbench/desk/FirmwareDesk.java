package wistaxis.workbench.desk;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.BuildChoice;
import wistaxis.core.firmware.Fetch;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.time.Range;
import wistaxis.core.time.RecoveryTimeout;
import wistaxis.core.work.Command;
import wistaxis.store.files.Inside;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.route.Routes;

/**
 * Firmware of one ticket: the choice among the builds, its download, the proof of the firmware file, and when to put the device into the
 * mode.
 */
public final class FirmwareDesk {
    /** What is going on. */
    public enum Doing { NOTHING, ASKING, WAITING, DOWNLOADING, PROVING }

    private final Life life;
    private final Routes routes;
    private final DataFolder folder;
    private final TicketDesk desk;
    private final Stock stock;
    private @Nullable FirmwareReport report;
    private String problem = "";

    public FirmwareDesk(Life life, Routes routes, Stock stock, DataFolder folder, TicketDesk desk) {
        this.life = life;
        this.routes = routes;
        this.folder = folder;
        this.desk = desk;
        this.stock = stock;
    }

    private String identifier() {
        return desk.model().identifier();
    }

    public Doing doing() {
        Fetch.Phase phase = download().map(Fetch::phase).orElse(Fetch.Phase.PAUSED);
        return stock.builds().asking(identifier()) ? Doing.ASKING : verified().isPresent() ? Doing.PROVING : phase == Fetch.Phase.RUNNING
                ? Doing.DOWNLOADING : phase == Fetch.Phase.WAITING ? Doing.WAITING : Doing.NOTHING;
    }

    /** What went wrong last, in words; empty when nothing did. */
    public String problem() {
        Optional<Fetch> state = download();
        if (state.filter(s -> s.phase() == Fetch.Phase.BROKEN).isPresent()) {
            return t(state.get().bytes() > 0 ? "workbench.download.stopped-part" : "workbench.download.stopped", "why", state.get().why());
        }
        if (state.filter(s -> s.phase() == Fetch.Phase.RUNNING && !s.why().isEmpty()).isPresent()) {
            return t("workbench.download.retrying", "why", state.get().why());
        }
        String noAnswer = stock.builds().noAnswer(identifier());
        return !problem.isEmpty() ? problem : !noAnswer.isEmpty() ? noAnswer : stock.problem();
    }

    /** The judged builds, once any are known. */
    public Optional<BuildChoice> choice() {
        List<Build> builds = stock.builds().of(identifier());
        CaseFacts facts = CaseFacts.of(desk.ticket());
        List<wistaxis.core.firmware.SystemVersion> backups = facts.backups() == null ? List.of() : facts.backups().stream()
                .map(CaseFacts.Backup::version).filter(Objects::nonNull).toList();
        return builds.isEmpty() ? Optional.empty()
                : Optional.of(BuildChoice.among(builds, identifier(), life.now(),
                new BuildChoice.Wishes(facts.targetVersion(), backups, facts.watchVersion())));
    }

    public Optional<FirmwareReport> report() {
        return Optional.ofNullable(report);
    }

    /** Asks the library, unless it has answered already. */
    public void ask() {
        stock.builds().ask(identifier());
    }

    public void choose(BuildChoice.Judged judged) {
        report = null;
        problem = "";
        desk.give(new Command.ChooseBuild(judged.build(), judged.chosen() ? "recommended" : "by-hand"));
    }

    /** The build that the ticket has chosen, as the catalogue lists it. */
    public Optional<Build> chosen() {
        return stock.builds().chosen(desk.ticket());
    }

    /**
     * The download of the chosen build, shared with every ticket that wants the same firmware file; empty while this ticket did not ask
     * for it.
     */
    public Optional<Fetch> download() {
        return anyDownload().filter(s -> s.tickets().contains(desk.ticket().number()));
    }

    /** The download of the chosen build, for whichever ticket. */
    public Optional<Fetch> anyDownload() {
        return chosen().map(Build::sha256).flatMap(stock.downloads()::fetch);
    }

    /** The chosen build's firmware file in the firmware folder. */
    public Optional<FirmwareFolder.Item> inFirmwareFolder() {
        return chosen().flatMap(b -> stock.inFirmwareFolder(identifier(), b));
    }

    /** Firmware files in the folder for this model whose builds nobody has told of. */
    public List<FirmwareFolder.Item> unknownFiles() {
        List<Build> known = stock.builds().of(identifier());
        return desk.ticket().isObserved() ? stock.firmwareFolder().items().stream().filter(i -> i.report().sound()
                && i.report().products().contains(identifier()) && known.stream().noneMatch(b -> i.isOf(b.version().toString(), b.build())))
                .toList() : List.of();
    }

    /** Takes the build of such a file. */
    public void use(FirmwareFolder.Item item) {
        Build build = stock.builds().of(item);
        choice().flatMap(c -> c.builds().stream().filter(j -> j.build().key().equals(build.key())).findFirst()).ifPresent(this::choose);
    }

    private Path file(Build build) {
        return stock.downloads().file(identifier(), build);
    }

    /** Bytes there now, of the chosen build. */
    public long bytes() {
        return stock.downloads().here(desk.ticket());
    }

    /** How far the proof is, 0 to 1; empty when none goes on. */
    public Optional<Double> verified() {
        return inFirmwareFolder().map(stock.firmwareFolder()::file).or(() -> chosen().map(this::file)).flatMap(stock.proofs()::proving);
    }

    public OptionalDouble rate() {
        return chosen().map(Build::sha256).map(d -> stock.downloads().meter(d).bytesPerSecond()).orElse(OptionalDouble.empty());
    }

    /** Seconds left of the running download at the recent rate, as a range; empty when none runs or the rate is not known yet. */
    public Optional<Range> left() {
        return doing() != Doing.DOWNLOADING ? Optional.empty()
                : chosen().flatMap(b -> Optional.ofNullable(b.sha256()).map(stock.downloads()::meter)
                .flatMap(m -> m.secondsLeft(b.sizeBytes() - bytes())));
    }

    /** How long the machine part still runs by itself; zero when hands are needed. */
    Duration unattended() {
        Range expected = doing() == Doing.DOWNLOADING || doing() == Doing.WAITING
                ? left().orElseGet(() -> chosen().map(b -> stock.history().download(Math.max(0, b.sizeBytes() - bytes()))).orElseThrow())
                : new Range(0, 0, 0, 0);
        return Duration.ofMillis(Math.round(1000 * expected.mid()));
    }

    /** Starts, or goes on with, the download of the chosen build. */
    public void startDownload() {
        Build build = chosen().orElseThrow(() -> new IllegalStateException("no build is chosen"));
        problem = "";
        try {
            stock.downloads().want(build, identifier(), desk.ticket().number());
        } catch (BadInput e) {
            problem = String.valueOf(e.getMessage());
        }
        life.changes().tell(Change.Topic.STOCK);
    }

    /** Proves the chosen build's firmware file that lies in the firmware folder. */
    public void proveFromFirmwareFolder() {
        inFirmwareFolder().map(stock.firmwareFolder()::file).ifPresent(this::prove);
    }

    /**
     * Proves a file for the build that is chosen now; when another was chosen, or the ticket closed, until that is done, the ticket hears
     * nothing of it.
     */
    public void prove(Path file) {
        TicketEvent.BuildChosen build = Objects.requireNonNull(desk.ticket().build(), "no build is chosen");
        problem = "";
        FirmwareCheck.Expected expected = expected(build);
        stock.proofs().prove(file, any -> {
            if (!build.equals(desk.ticket().build()) || desk.ticket().closed() != null) {
                return;
            }
            FirmwareReport found = any.against(stock.builds().catalogue(), sizeOf(file)).measuredBy(expected);
            report = found;
            if (found.verdict() == FirmwareReport.Verdict.CONSISTENT && desk.ticket().isObserved()) {
                return; // nothing is wrong with it, and nobody vouches for it: whoever works here says whether it is taken
            }
            desk.byItself(new Command.Prove(found, Inside.kept(folder.root(), file)));
            problem = found.verified() ? "" : found.reason();
        });
    }

    /** The firmware file that was looked at, and that nobody vouches for: it may be taken all the same, see {@link #accept}. */
    public Optional<FirmwareReport> consistent() {
        return report().filter(r -> r.verdict() == FirmwareReport.Verdict.CONSISTENT && desk.ticket().firmwareFile() == null);
    }

    /** Takes it: the computer checks it once more. @throws BadInput where there is none */
    public CompletableFuture<Result> accept() {
        FirmwareReport found = consistent().orElseThrow(() -> new BadInput(t("workbench.bad.no-file")));
        Path file = inFirmwareFolder().map(stock.firmwareFolder()::file).orElseThrow(() -> new BadInput(t("workbench.bad.file-gone")));
        return desk.give(new Command.TakeFirmware(found, Inside.kept(folder.root(), file)));
    }

    private FirmwareCheck.Expected expected(TicketEvent.BuildChosen build) {
        return new FirmwareCheck.Expected(identifier(), build.version(), build.build());
    }

    /** Proves the ticket's firmware file anew, as every restore does; blocks, off the JavaFX thread. */
    FirmwareReport proveAgain(Ticket ticket, AtomicBoolean stop) throws IOException {
        Path file = Inside.found(folder.root(), Objects.requireNonNull(ticket.verifiedFile()));
        return stock.proofs().proveNow(file, expected(Objects.requireNonNull(ticket.build())), stop)
                .against(stock.builds().catalogue(), sizeOf(file));
    }

    private static long sizeOf(Path file) {
        try {
            return Files.size(file);
        } catch (IOException e) {
            return -1; // gone meanwhile: no entry of the catalogue has this size
        }
    }

    /** Stops download or proof; what has come is kept. */
    public void stop() {
        chosen().ifPresent(b -> {
            stock.downloads().pause(b);
            stock.proofs().stop(file(b));
        });
        inFirmwareFolder().map(stock.firmwareFolder()::file).ifPresent(stock.proofs()::stop);
        life.changes().tell(Change.Topic.STOCK);
    }

    /** Seconds that the download would take from now, as a range. */
    public Range downloadTime(Build build) {
        return inFirmwareFolder().isPresent() && chosen().filter(build::equals).isPresent() ? new Range(0, 0, 0, 0)
                : left().orElseGet(() -> stock.history()
                .download(Math.max(0, build.sizeBytes() - (chosen().filter(build::equals).isPresent() ? bytes() : 0))));
    }

    /** The mode first or the file first, for a build. @throws BadInput when the window is too short for the work ever to end */
    public RecoveryTimeout window(Build build) {
        TimeHistory history = stock.history();
        var family = desk.model().family();
        return RecoveryTimeout.of(new RecoveryTimeout.Lengths(downloadTime(build).mid(), routes.recoveryTimeout(desk.ticket()).toSeconds(),
                history.defaults().entrySeconds(),
                history.prepare(family).mid(), history.write(family).mid()));
    }
}
