package wistaxis.cli.firmware;

import java.io.IOException;
import java.time.Instant;
import wistaxis.standins.StandInWorld;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.line.Line;

/** The stand-in services of the practice world, started for one command. */
record PracticeServices(StandInWorld world, Line line) implements AutoCloseable {
    private static final long BYTES_PER_SECOND = 100_000_000;

    static PracticeServices of(DataFolder folder) throws IOException {
        StandInWorld world = new StandInWorld(folder.standIns(), Instant::now, BYTES_PER_SECOND);
        return new PracticeServices(world, new Line(world.address()));
    }

    @Override
    public void close() {
        line.close();
        world.close();
    }
}
