package wistaxis.workbench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.outside.ComputerProbe;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.usb.UsbWatch;
import wistaxis.core.work.Command;
import wistaxis.standins.SimulatedDevice;
import wistaxis.standins.StandInSigner;
import wistaxis.standins.StandInWorld;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.life.World;

/** A bench without a window: time passes when it is told to, and everything belongs to the test's own thread. */
final class BenchAtWork implements AutoCloseable {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");
    private static final long FRAME = 10_000_000L;

    final Workbench bench;
    private final LinkedBlockingQueue<Runnable> front = new LinkedBlockingQueue<>();
    private final Path standInFolder;
    private @Nullable StandInWorld standIns;
    private long real = 1;
    /** By how much the wall clock was put forward or back. */
    private long leapt;

    BenchAtWork(Path folder) {
        this(folder, null);
    }

    /** @param usb what hangs on the computer of a real bench; null for the practice world */
    BenchAtWork(Path folder, @Nullable UsbWatch usb) {
        this(folder, usb, NOW);
    }

    /** @param now what the clock says when it opens */
    BenchAtWork(Path folder, @Nullable UsbWatch usb, Instant now) {
        standInFolder = folder.resolve("stand-ins");
        ComputerProbe computer = _ -> new ComputerProbe.ComputerFacts(true, 100_000_000_000L, true, 1, "a test");
        World.Maker reality = _ -> World.real(computer, usb, SimulatedDevice::new);
        World.Maker world = usb != null ? reality : clock -> new World(true, () -> standIns(clock::get).address(), StandInSigner::publicKey,
                36_000_000,
                SimulatedDevice::new, SimulatedDevice::new, computer, () -> {
                    if (standIns != null) {
                        standIns.close();
                    }
                });
        bench = new Workbench(new Workbench.Setup("Test bench", DataFolder.open(folder), now, () -> real, () -> now.plusNanos(real + leapt), world,
                front::add));
        settle();
    }

    private synchronized StandInWorld standIns(java.util.function.Supplier<Instant> now) {
        try {
            StandInWorld there = standIns == null ? new StandInWorld(standInFolder, now, 200_000_000) : standIns;
            standIns = there;
            return there;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Does what has come back to the front. */
    private void front() {
        for (Runnable work = front.poll(); work != null; work = front.poll()) {
            work.run();
        }
    }

    /** Waits until everything asked for is on the disk. */
    void settle() {
        until(() -> bench.pending() == 0);
    }

    /** Waits, in real time, for what others do; no bench time passes. However long it takes: only what stands still for ever fails. */
    void until(BooleanSupplier met) {
        for (int idle = 0; !met.getAsBoolean();) {
            bench.tick();
            Runnable come = next();
            idle = come == null ? idle + 1 : 0;
            if (come != null) {
                come.run();
                front();
            } else if (idle > 30_000) {
                throw new AssertionError("never came");
            }
        }
    }

    private @Nullable Runnable next() {
        try {
            return front.poll(1, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Lets bench time pass frame by frame, as fast as the disk goes along, until something is so. */
    void passes(int seconds, BooleanSupplier met) {
        for (long passed = 0; !met.getAsBoolean(); passed += FRAME) {
            if (passed > seconds * 1_000_000_000L) {
                throw new AssertionError("not within " + seconds + " s of the bench's time");
            }
            real += FRAME;
            bench.tick();
            settle();
            front();
            if (bench.time().rate() > 1) {
                until(() -> !bench.isWorking()); // downloads, checks and signing know only real time: bench time waits for them
            }
        }
    }

    /** Lets so many seconds of bench time pass. */
    void pass(int seconds) {
        long until = real + seconds * 1_000_000_000L;
        passes(seconds + 1, () -> real >= until);
    }

    /** The wall clock is put forward or back. */
    void leap(java.time.Duration by) {
        leapt += by.toNanos();
        turn();
    }

    /** A frame, and all that comes of it. */
    void turn() {
        bench.tick();
        settle();
        front();
    }

    /** Lets so many seconds pass in strides of half a second, for whoever looks at no key. */
    void strides(int seconds) {
        for (int i = 0; i < 2 * seconds; i++) {
            real += 50 * FRAME;
            turn();
        }
    }

    <T> T done(CompletableFuture<T> asked) {
        until(asked::isDone);
        return asked.join();
    }

    /** Opens a ticket; its number. */
    String opened(String title) {
        return done(bench.open(title)).orThrow().number();
    }

    /** Does something on a ticket. @throws RuntimeException where it is refused */
    Ticket give(String number, Command command) {
        return done(bench.commands().give(number, command)).orThrow();
    }

    /** What the ledger is to say, whatever the rules say. */
    Ticket record(String number, TicketEvent... events) {
        done(bench.tickets().append(number, List.of(events)));
        return bench.ticket(number);
    }

    @Override
    public void close() {
        bench.close();
        front();
    }
}
