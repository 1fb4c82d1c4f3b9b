package wistaxis.cli.firmware;

import java.io.IOException;
import java.time.Instant;
import wistaxis.standins.StandInWorld;
import wistaxis.store.internet.FirmwareService;
import wistaxis.store.ledger.DataFolder;

/** The stand-in services of the practice world, started for one command. */
record PracticeServices(StandInWorld world, FirmwareService service) implements AutoCloseable {
    private static final long BYTES_PER_SECOND = 100_000_000;

    static PracticeServices of(DataFolder folder) throws IOException {
        StandInWorld world = new StandInWorld(folder.standIns(), Instant::now, BYTES_PER_SECOND);
        return new PracticeServices(world, new FirmwareService(world.address()));
    }

    @Override
    public void close() {
        service.close();
        world.close();
    }
}
