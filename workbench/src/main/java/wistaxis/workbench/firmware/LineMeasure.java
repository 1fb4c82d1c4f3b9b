package wistaxis.workbench.firmware;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.RateMeter;
import wistaxis.core.outside.OutsideProblem;
import wistaxis.store.files.Tree;
import wistaxis.store.internet.Download;
import wistaxis.store.internet.FirmwareService;
import wistaxis.store.internet.SharedSpeed;

/** How fast downloads are here, before anybody needs one: a file of the shop's library is fetched for a few seconds, then thrown away. */
record LineMeasure(FirmwareService service, DeviceCatalogue devices) {
    private static final Duration LONG_ENOUGH = Duration.ofSeconds(5);
    private static final int MOST_ASKED = 12;

    /**
     * Blocks for about five seconds.
     *
     * @param folder where there is room; what is made in it is gone afterwards
     * @return bytes a second
     * @throws BadInput where there is no library, or it serves nothing that can be measured
     */
    double bytesPerSecond(Path folder) throws OutsideProblem, IOException {
        Build build = some();
        Path made = Tree.forAWhile(Files.createDirectories(folder), "line-");
        try {
            Download download = service.download(build, made.resolve("line.bin"), new SharedSpeed());
            RateMeter meter = new RateMeter();
            long[] began = {0};
            Download.Ended ended = download.run(bytes -> {
                long now = System.nanoTime();
                meter.mark(now, bytes);
                began[0] = began[0] == 0 ? now : began[0];
                if (now - began[0] > LONG_ENOUGH.toNanos()) {
                    download.stop();
                }
            });
            return switch (ended) {
                case Download.Ended.Whole(long bytes, double seconds) when seconds > 0 -> bytes / seconds;
                case Download.Ended.Broken(_, String why, _) -> throw new OutsideProblem(why);
                default -> meter.bytesPerSecond().orElseThrow(() -> new BadInput(t("workbench.files.nothing-to-measure")));
            };
        } finally {
            Tree.remove(made);
        }
    }

    /** The first build with a digest that the library serves. */
    private Build some() throws OutsideProblem {
        for (DeviceModel model : devices.models().reversed().stream().limit(MOST_ASKED).toList()) {
            for (Build build : service.buildsFor(model.identifier())) {
                if (build.sha256() != null) {
                    return build;
                }
            }
        }
        throw new BadInput(t("workbench.files.nothing-to-measure"));
    }
}
