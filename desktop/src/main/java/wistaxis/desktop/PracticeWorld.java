package wistaxis.desktop;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Path;
import java.time.Instant;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.usb.UsbWatch;
import wistaxis.standins.ScriptedUsb;
import wistaxis.standins.SimulatedDevice;
import wistaxis.standins.StandInSigner;
import wistaxis.standins.StandInWorld;
import wistaxis.store.files.DiskProblem;
import wistaxis.workbench.computer.OshiComputer;
import wistaxis.workbench.life.World;

/** The world of demo, drill and training: simulated devices on a simulated library, which serves from when it is first asked. */
public final class PracticeWorld implements World.Maker, AutoCloseable {
    /** Speed of the simulated line: 24 Mbit/s. */
    public static final long LINE = 3_000_000;

    private final Path folder;
    private final long lineBytesPerSecond;
    private final UsbWatch usb;
    private Supplier<Instant> benchTime = Instant::now;
    private @Nullable StandInWorld standIns;
    private boolean ended;

    /** @param folder where the library keeps what it made */
    public PracticeWorld(Path folder, long lineBytesPerSecond) {
        this(folder, lineBytesPerSecond, ScriptedUsb.inTurn(System::nanoTime));
    }

    /** @param usb what hangs on the computer, by a script */
    public PracticeWorld(Path folder, long lineBytesPerSecond, UsbWatch usb) {
        this.usb = usb;
        this.folder = folder;
        this.lineBytesPerSecond = lineBytesPerSecond;
    }

    @Override
    public World make(Supplier<Instant> now) {
        benchTime = now;
        return new World(true, this::services, StandInSigner::publicKey, StandInWorld.USUAL_FIRMWARE_FILE, SimulatedDevice::new,
                SimulatedDevice::new,
                new OshiComputer(), usb, this);
    }

    private URI services() {
        return standIns().address();
    }

    /** The stand-ins, whose faults tests and training switch on. */
    public synchronized StandInWorld standIns() {
        if (ended) {
            throw new IllegalStateException("the practice world has ended");
        }
        try {
            StandInWorld world = standIns == null ? new StandInWorld(folder, benchTime, lineBytesPerSecond) : standIns;
            standIns = world;
            return world;
        } catch (IOException e) {
            throw DiskProblem.of("stand-ins", folder, e);
        }
    }

    @Override
    public synchronized void close() {
        ended = true;
        if (standIns != null) {
            standIns.close();
        }
    }
}
