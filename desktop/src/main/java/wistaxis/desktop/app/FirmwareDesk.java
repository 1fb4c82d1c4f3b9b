package wistaxis.desktop.app;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.atomic.AtomicBoolean;
import org.jspecify.annotations.Nullable;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.BuildChoice;
import wistaxis.core.firmware.PackageCheck;
import wistaxis.core.firmware.PackageLayout;
import wistaxis.core.firmware.PackageReport;
import wistaxis.core.firmware.RateMeter;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.standins.StandInSigner;
import wistaxis.store.line.Download;

/** Firmware of one ticket: the builds, the choice, the download and the proof. */
public final class FirmwareDesk {
    /** What is going on. */
    public enum Doing { NOTHING, ASKING, DOWNLOADING, PROVING }

    private final Workbench bench;
    private final TicketDesk desk;
    private final PackageCheck check = new PackageCheck(PackageLayout.standIn(), StandInSigner.publicKey());
    private final AtomicBoolean stopProof = new AtomicBoolean();
    private @Nullable List<Build> builds;
    private @Nullable Download download;
    private @Nullable PackageReport report;
    private RateMeter meter = new RateMeter();
    private Doing doing = Doing.NOTHING;
    private String trouble = "";
    private volatile long bytes;
    private volatile double proven;

    FirmwareDesk(Workbench bench, TicketDesk desk) {
        this.bench = bench;
        this.desk = desk;
    }

    public Doing doing() {
        return doing;
    }

    /** What went wrong last, in words; empty when nothing did. */
    public String trouble() {
        return trouble;
    }

    /** The judged builds, once the library has answered. */
    public Optional<BuildChoice> choice() {
        return Optional.ofNullable(builds).map(b -> BuildChoice.among(b, desk.model().identifier(), bench.now()));
    }

    public Optional<PackageReport> report() {
        return Optional.ofNullable(report);
    }

    /** Asks the library, unless it has answered already. */
    public void ask() {
        if (builds != null || doing != Doing.NOTHING) {
            return;
        }
        set(Doing.ASKING, "");
        bench.background().run(() -> bench.line().buildsFor(desk.model().identifier()), found -> {
            builds = found;
            set(Doing.NOTHING, "");
        }, e -> set(Doing.NOTHING, String.valueOf(e.getMessage())));
    }

    public void choose(BuildChoice.Judged judged) {
        Build b = judged.build();
        report = null;
        desk.record(new TicketEvent.BuildChosen(b.version().toString(), b.build(), b.sha256(), b.sizeBytes(), judged.reason()));
    }

    /** The build that the ticket has chosen, as the library lists it. */
    public Optional<Build> chosen() {
        return Optional.ofNullable(desk.ticket().build())
                .flatMap(c -> Optional.ofNullable(builds).flatMap(all -> all.stream().filter(b -> b.build().equals(c.build())).findFirst()));
    }

    public Path file(Build build) {
        return bench.shelf().resolve(Build.fileName(desk.model().identifier(), build.build()));
    }

    /** Bytes there now, of the chosen build. */
    public long bytes() {
        return doing == Doing.DOWNLOADING ? bytes : chosen().map(b -> bench.line().download(b, file(b)).here()).orElse(0L);
    }

    /** How far the proof is, 0 to 1. */
    public double proven() {
        return proven;
    }

    public OptionalDouble rate() {
        return meter.bytesPerSecond();
    }

    /** Time left of the download at the recent rate; zero when none runs or the rate is not known yet. */
    public Duration left() {
        long todo = chosen().map(b -> b.sizeBytes() - bytes).orElse(0L);
        OptionalDouble seconds = doing == Doing.DOWNLOADING ? meter.secondsFor(todo) : OptionalDouble.empty();
        return Duration.ofMillis(Math.round(1000 * seconds.orElse(0)));
    }

    /** Starts, or goes on with, the download of the chosen build, and proves the package when it is whole. */
    public void download() {
        Build build = chosen().orElseThrow(() -> new IllegalStateException("no build is chosen"));
        if (doing != Doing.NOTHING) {
            return;
        }
        Download next = bench.line().download(build, file(build));
        download = next;
        meter = new RateMeter();
        bytes = next.here();
        desk.record(new TicketEvent.DownloadStarted(build.build(), bytes));
        set(Doing.DOWNLOADING, "");
        bench.background().run(() -> next.run(at -> bytes = at), ended -> ended(build, ended), e -> set(Doing.NOTHING, String.valueOf(e.getMessage())));
    }

    private void ended(Build build, Download.Ended ended) {
        switch (ended) {
            case Download.Ended.Whole(long moved, double seconds) -> {
                if (moved > 0) {
                    desk.record(new TicketEvent.Downloaded(build.build(), moved, seconds));
                }
                prove(build);
            }
            case Download.Ended.Stopped(long at) -> {
                desk.record(new TicketEvent.DownloadStopped(build.build(), at, "by hand"));
                set(Doing.NOTHING, "");
            }
            case Download.Ended.Broken(long at, String why) -> {
                desk.record(new TicketEvent.DownloadStopped(build.build(), at, why));
                set(Doing.NOTHING, "The download stopped: " + why + ". What has come is kept; go on when the line is back.");
            }
        }
    }

    private void prove(Build build) {
        Path file = file(build);
        proven = 0;
        stopProof.set(false);
        set(Doing.PROVING, "");
        bench.background().run(() -> check(build, file, stopProof), found -> {
            report = found;
            desk.record(found.proven()
                    ? new TicketEvent.PackageProven(build.build(), file.toString(), found.parts(), build.sha256())
                    : new TicketEvent.PackageRefused(build.build(), found.reason()));
            set(Doing.NOTHING, found.proven() ? "" : found.reason());
        }, e -> set(Doing.NOTHING, "The package [" + file + "] cannot be checked: " + e.getMessage()));
    }

    private PackageReport check(Build build, Path file, AtomicBoolean stop) throws java.io.IOException {
        return check.check(file, new PackageCheck.Expected(desk.model().identifier(), build.version().toString(), build.build()), done -> {
            proven = done;
            return !stop.get();
        });
    }

    /** Proves the ticket's package anew, as every restore does; blocks, off the JavaFX thread. */
    PackageReport proveAgain(Ticket ticket, AtomicBoolean stop) throws java.io.IOException {
        TicketEvent.BuildChosen build = Objects.requireNonNull(ticket.build());
        return check.check(Path.of(Objects.requireNonNull(ticket.provenFile())),
                new PackageCheck.Expected(desk.model().identifier(), build.version(), build.build()), _ -> !stop.get());
    }

    /** Stops download or proof; what has come is kept. */
    public void stop() {
        stopProof.set(true);
        if (download != null) {
            download.stop();
        }
    }

    void tick() {
        if (doing == Doing.DOWNLOADING) {
            meter.mark(System.nanoTime(), bytes);
        }
    }

    private void set(Doing next, String why) {
        doing = next;
        trouble = why;
        bench.changed();
    }
}
