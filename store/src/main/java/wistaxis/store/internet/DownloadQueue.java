package wistaxis.store.internet;

import static wistaxis.core.words.Say.t;

import dev.failsafe.Failsafe;
import dev.failsafe.FailsafeException;
import dev.failsafe.RetryPolicy;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.BiFunction;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.Fetch;
import wistaxis.core.firmware.Leftover;

/**
 * The downloads of a bench: some at once, the others waiting in order; one download serves every ticket that wants the firmware file. A
 * line that breaks is tried again after longer and longer pauses; a download that was stopped, or that ended with the program, goes on
 * where it was. Thread-safe.
 */
public final class DownloadQueue implements AutoCloseable {
    /** How often a broken line is tried again while nothing comes. */
    private static final int RETRIES = 6;

    /** How many run at the same time. */
    private static final int AT_ONCE = 2;

    private final BiFunction<Build, Path, Download> downloads;
    private final SharedSpeed share;
    private final RetryPolicy<Download.Ended> patience;
    private final ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor();
    private final List<Job> jobs = new ArrayList<>();

    private static final class Job {
        private final Build build;
        private final Path file;
        private final Set<String> tickets = new LinkedHashSet<>();
        private Fetch.Phase phase = Fetch.Phase.WAITING;
        private boolean live;
        private Download download;
        private volatile long bytes;
        private long moved;
        private double seconds;
        private volatile String why = "";

        Job(Build build, Path file, Download download) {
            this.build = build;
            this.file = file;
            this.download = download;
            this.bytes = download.here();
        }

        Fetch state() {
            return new Fetch(build, file, tickets, phase, bytes, moved, seconds, why);
        }
    }

    /** @param firstPause before the first new try; each further one waits twice as long, at most half a minute */
    public DownloadQueue(FirmwareService service, Duration firstPause) {
        this.share = new SharedSpeed();
        this.downloads = (build, file) -> service.download(build, file, share);
        this.patience = RetryPolicy.<Download.Ended>builder().handleResultIf(e -> e instanceof Download.Ended.Broken b && b.passing())
                .withBackoff(firstPause, firstPause.multipliedBy(32)).withJitter(0.2).withMaxRetries(RETRIES).build();
    }

    /** The limit on all downloads together. */
    public SharedSpeed share() {
        return share;
    }

    /**
     * Wants a firmware file for a ticket. A download of the same firmware file that is there already serves this ticket as well, and is
     * gone on with if it was paused or broken.
     *
     * @throws wistaxis.core.facts.BadInput for a build that no library serves
     */
    public synchronized void want(Build build, Path file, String ticket) {
        Optional<Job> there = Optional.ofNullable(build.sha256()).flatMap(this::find);
        Job job = there.orElseGet(() -> {
            Job made = new Job(build, file, downloads.apply(build, file));
            jobs.add(made);
            return made;
        });
        job.tickets.add(ticket);
        if (job.phase != Fetch.Phase.RUNNING) {
            job.phase = Fetch.Phase.WAITING;
            job.why = "";
        }
        startMore();
    }

    /** Stops for now; what has come is kept. */
    public synchronized void pause(String sha256) {
        find(sha256).filter(j -> j.phase == Fetch.Phase.RUNNING || j.phase == Fetch.Phase.WAITING).ifPresent(j -> {
            j.phase = Fetch.Phase.PAUSED;
            j.download.stop();
        });
        startMore();
    }

    /** Goes on with a paused or broken one. */
    public synchronized void resume(String sha256) {
        find(sha256).filter(j -> j.phase == Fetch.Phase.PAUSED || j.phase == Fetch.Phase.BROKEN).ifPresent(j -> {
            j.phase = Fetch.Phase.WAITING;
            j.why = "";
        });
        startMore();
    }

    /** Puts a download before all others; one that runs and is not needed to make room goes on. */
    public synchronized void first(String sha256) {
        find(sha256).ifPresent(j -> {
            jobs.remove(j);
            jobs.addFirst(j);
            List<Job> running = jobs.stream().filter(o -> o.phase == Fetch.Phase.RUNNING).toList();
            if (j.phase == Fetch.Phase.WAITING && running.size() >= AT_ONCE) {
                Job last = running.getLast();
                last.phase = Fetch.Phase.WAITING;
                last.download.stop();
            }
        });
        startMore();
    }

    /** All downloads, in their order. */
    public synchronized List<Fetch> states() {
        return jobs.stream().map(Job::state).toList();
    }

    public synchronized Optional<Fetch> state(String sha256) {
        return find(sha256).map(Job::state);
    }

    private Optional<Job> find(String sha256) {
        return jobs.stream().filter(j -> j.build.sha256().equals(sha256)).findFirst();
    }

    private void startMore() {
        for (Job job : jobs) {
            if (jobs.stream().filter(j -> j.phase == Fetch.Phase.RUNNING).count() >= AT_ONCE) {
                return;
            }
            if (job.phase == Fetch.Phase.WAITING && !job.live) { // one that was stopped a moment ago has its file until it has ended
                job.live = true;
                job.phase = Fetch.Phase.RUNNING;
                Download mine = downloads.apply(job.build, job.file);
                job.download = mine;
                threads.execute(() -> run(job, mine));
            }
        }
    }

    private void run(Job job, Download mine) {
        Download.Ended ended;
        try {
            ended = Failsafe.with(patience).get(() -> once(job, mine));
        } catch (FailsafeException e) {
            ended = new Download.Ended.Stopped(mine.here());
        } catch (Throwable e) {
            // its place in the queue is free again, whatever it was
            ended = new Download.Ended.Broken(0, t("store.download.ended", "why", e), false);
        }
        Thread.interrupted();
        ended(job, mine, ended);
    }

    private static Download.Ended once(Job job, Download mine) {
        Download.Ended ended = mine.isStopped() ? new Download.Ended.Stopped(mine.here()) : mine.run(at -> job.bytes = at);
        job.why = ended instanceof Download.Ended.Broken b ? b.why() : "";
        return ended;
    }

    /**
     * Which of two wins, the end of a run or a pause, is decided here under the lock: a run that is no longer the job's own, or was
     * paused, changes nothing but the bytes.
     */
    private synchronized void ended(Job job, Download mine, Download.Ended ended) {
        job.live = false;
        job.bytes = mine.here();
        if (job.download == mine && job.phase == Fetch.Phase.RUNNING) {
            switch (ended) {
                case Download.Ended.Whole(long moved, double seconds) -> {
                    job.phase = Fetch.Phase.WHOLE;
                    job.moved = moved;
                    job.seconds = seconds;
                }
                case Download.Ended.Stopped _ -> job.phase = Fetch.Phase.PAUSED;
                case Download.Ended.Broken(_, String why, _) -> {
                    job.phase = Fetch.Phase.BROKEN;
                    job.why = why;
                }
            }
        } else if (ended instanceof Download.Ended.Whole) {
            job.phase = Fetch.Phase.WHOLE;
        }
        startMore();
    }

    /** Forgets a download that is over, so that it can be wanted anew. */
    public synchronized void forget(String sha256) {
        jobs.removeIf(j -> j.build.sha256().equals(sha256) && j.phase != Fetch.Phase.RUNNING);
    }

    /** What has come of downloads before this program began, by name. */
    public static List<Leftover> leftovers(Path folder) throws IOException {
        return PartFile.in(folder);
    }

    /** Removes what has come, for good. Not while it is gone on with. */
    public static void throwAway(Leftover left) throws IOException {
        new PartFile(left.file(), left.bytes(), left.sha256()).delete();
    }

    /** Forgets a download that is paused or broken, and removes what has come of it. */
    public synchronized void throwAway(String sha256) throws IOException {
        Optional<Job> job = find(sha256).filter(j -> j.phase == Fetch.Phase.PAUSED || j.phase == Fetch.Phase.BROKEN);
        if (job.isPresent()) {
            jobs.remove(job.get());
            throwAway(new Leftover(job.get().file, job.get().bytes, sha256));
        }
    }

    @Override
    public void close() {
        synchronized (this) {
            jobs.forEach(j -> j.download.stop());
        }
        threads.shutdownNow();
    }
}
