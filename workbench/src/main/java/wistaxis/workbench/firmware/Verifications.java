package wistaxis.workbench.firmware;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;

/**
 * Firmware files that are being taken in or checked whole, and what was refused. JavaFX thread only; the work itself runs in the
 * background.
 */
public final class Verifications {
    private final Life life;
    private final FirmwareFolder firmwareFolder;
    private final Map<Path, Proof> running = new HashMap<>();
    private final Map<String, String> refused = new TreeMap<>();
    private String problem = "";

    /** A check that is going on. */
    private static final class Proof {
        private final AtomicBoolean stop = new AtomicBoolean();
        private final List<Consumer<FirmwareReport>> hearers = new ArrayList<>();
        private volatile double done;

        boolean goOn(double soFar) {
            done = soFar;
            return !stop.get();
        }
    }

    public Verifications(Life life, FirmwareFolder firmwareFolder) {
        this.life = life;
        this.firmwareFolder = firmwareFolder;
    }

    /** Brings files to the firmware folder; what is no sound firmware file is refused in words. */
    public void bring(Collection<Path> files) {
        for (Path file : files) {
            Proof taking = begin(file);
            life.background().run(() -> firmwareFolder.take(file, taking::goOn), report -> {
                if (!report.sound()) {
                    refused.put(file.getFileName().toString(), report.reason());
                }
                ended(file);
            }, e -> {
                refused.put(file.getFileName().toString(), e instanceof InterruptedIOException ? t("workbench.files.stopped")
                        : DiskProblem.words("file", file, e));
                ended(file);
            });
        }
    }

    /**
     * Checks a firmware file in the firmware folder whole; a check that goes on serves further hearers.
     *
     * @param found hears what came of it, not when stopped
     */
    public void prove(Path file, Consumer<FirmwareReport> found) {
        Proof already = running.get(file);
        Proof proof = already == null ? begin(file) : already;
        proof.hearers.add(found);
        if (already == null) {
            life.background().run(() -> firmwareFolder.prove(file, null, proof::goOn), report -> {
                running.remove(file);
                proof.hearers.forEach(h -> h.accept(report));
                life.changes().tell(Change.Topic.STOCK);
            }, e -> {
                problem = e instanceof InterruptedIOException ? "" : DiskProblem.words("firmware-file", file, e);
                ended(file);
            });
        }
    }

    /** Proves a firmware file without the firmware folder, on the caller's thread, as every restore does. */
    public FirmwareReport proveNow(Path file, FirmwareCheck.Expected expected, AtomicBoolean stop) throws IOException {
        return firmwareFolder.prove(file, expected, _ -> !stop.get());
    }

    private Proof begin(Path file) {
        Proof proof = new Proof();
        running.put(file, proof);
        life.changes().tell(Change.Topic.STOCK);
        return proof;
    }

    private void ended(Path file) {
        running.remove(file);
        life.changes().tell(Change.Topic.STOCK);
    }

    /** How far the check of a file is, 0 to 1; empty when none goes on. */
    public Optional<Double> proving(Path file) {
        return Optional.ofNullable(running.get(file)).map(p -> p.done);
    }

    public void stop(Path file) {
        Optional.ofNullable(running.get(file)).ifPresent(p -> p.stop.set(true));
    }

    public void stopAll() {
        running.values().forEach(p -> p.stop.set(true));
    }

    /** What is being checked or copied. */
    public Set<Path> busy() {
        return new LinkedHashSet<>(running.keySet());
    }

    /** Why the last check could not be made; empty when nothing is wrong. */
    public String problem() {
        return problem;
    }

    /** What was brought to the firmware folder and not taken, with the reason, by file name. */
    public Map<String, String> refused() {
        return Map.copyOf(refused);
    }

    public void putAway(String name) {
        refused.remove(name);
        life.changes().tell(Change.Topic.STOCK);
    }
}
