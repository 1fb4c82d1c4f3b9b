package wistaxis.measure;

import java.time.Instant;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Supplier;
import wistaxis.cli.output.Refusal;
import wistaxis.standins.ScriptedUsb;
import wistaxis.standins.SimulatedDevice;
import wistaxis.standins.StandInSigner;
import wistaxis.standins.StandInWorld;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.computer.OshiComputer;
import wistaxis.workbench.life.World;

/** The workbench without a window, on a thread of its own. */
final class BenchAlone implements AutoCloseable {
    private final ExecutorService front = Executors.newSingleThreadExecutor();
    private final Workbench bench;

    /** @param real whether the folder is of a real bench, or of practice */
    BenchAlone(DataFolder folder, boolean real) {
        try {
            bench = front.submit(() -> new Workbench(Workbench.Setup.of("Bench", folder, real ? _ -> World.real(new OshiComputer(),
                    new ScriptedUsb(), SimulatedDevice::new) : BenchAlone::world, front))).get();
        } catch (InterruptedException | ExecutionException e) {
            front.shutdownNow();
            throw new IllegalStateException("the bench does not open", e);
        }
    }

    /** The practice world without services: nothing is fetched here. */
    private static World world(Supplier<Instant> benchTime) {
        return new World(true, () -> {
            throw new Refusal("a measurement asks no library");
        }, StandInSigner::publicKey, StandInWorld.USUAL_FIRMWARE_FILE, SimulatedDevice::new, SimulatedDevice::new, new OshiComputer(),
                () -> { });
    }

    /** How many tickets are open. */
    int open() {
        try {
            return front.submit(() -> bench.tickets().open().size()).get();
        } catch (InterruptedException | ExecutionException e) {
            throw new IllegalStateException("the bench does not answer", e);
        }
    }

    @Override
    public void close() {
        front.submit(bench::close);
        front.close();
    }
}
