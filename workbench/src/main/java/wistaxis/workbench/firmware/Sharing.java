package wistaxis.workbench.firmware;

import static wistaxis.core.words.Say.t;

import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.store.internet.FirmwareShare;
import wistaxis.store.settings.FirmwareSharing;
import wistaxis.workbench.life.Notices;

/** Firmware files between the benches of a shop: fetched from another one's folder, or given from this one's, where the shop says so. */
public final class Sharing implements AutoCloseable {
    private final Path file;
    private final FirmwareFolder folder;
    private final Notices notices;
    private volatile FirmwareSharing now = FirmwareSharing.OFF;
    private @Nullable FirmwareShare share;

    public Sharing(Path file, FirmwareFolder folder, Notices notices) {
        this.file = file;
        this.folder = folder;
        this.notices = notices;
        try {
            now = FirmwareSharing.read(file);
            serve();
        } catch (BadInput e) {
            notices.say(t("workbench.sharing.not-used", "why", String.valueOf(e.getMessage())));
        }
    }

    public FirmwareSharing settings() {
        return now;
    }

    /** Benches that are asked before the library is. Any thread. */
    public List<URI> benches() {
        return now.addresses();
    }

    /** @throws BadInput for a port that is none or taken; then nothing is changed */
    public void give(String port) {
        change(now.at(port));
    }

    /** @throws BadInput for what is no address */
    public void ask(String benches) {
        change(now.from(benches));
    }

    private void change(FirmwareSharing next) {
        FirmwareSharing before = now;
        now = next;
        try {
            serve();
            next.write(file);
        } catch (BadInput e) {
            now = before;
            serve();
            throw e;
        }
    }

    private void serve() {
        Integer port = now.port();
        if (share != null && (port == null || share.port() != port)) {
            share.close();
            share = null;
        }
        if (share == null && port != null) {
            share = new FirmwareShare(port, digest -> folder.items().stream().filter(i -> i.report()
                    .verdict() == FirmwareReport.Verdict.PROVEN
                    && digest.equals(i.report().sha256())).findFirst().map(folder::file));
        }
    }

    @Override
    public void close() {
        if (share != null) {
            share.close();
        }
    }
}
