package wistaxis.cli;

import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.Workbench;

/** The workbench without a window, on a thread of its own. */
final class BenchAlone implements AutoCloseable {
    private final ExecutorService front = Executors.newSingleThreadExecutor();
    private final Workbench bench;

    BenchAlone(DataFolder folder) {
        try {
            bench = front.submit(() -> new Workbench(Workbench.Setup.of("Bench", folder, Main::practiceWorld, front))).get();
        } catch (InterruptedException | ExecutionException e) {
            front.shutdownNow();
            throw new IllegalStateException("the bench does not open", e);
        }
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
