package wistaxis.store.settings;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Shown;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.WholeFile;

/**
 * How one of several benches shares firmware files: {@code firmware-sharing.json} of its data folder; both are off where there is none.
 *
 * @param port at which others may fetch verified files from this one, 1024 to 65535; null for not
 * @param benches addresses of benches that are asked before the library is
 */
public record FirmwareSharing(@Nullable Integer port, @Nullable List<String> benches) {
    public static final FirmwareSharing OFF = new FirmwareSharing(null, null);

    private static final int LOWEST = 1024;
    private static final int HIGHEST = 65_535;

    public FirmwareSharing {
        if (port != null && (port < LOWEST || port > HIGHEST)) {
            throw new BadInput(t("store.share.bad-port", "port", String.valueOf(port)));
        }
        benches = benches == null ? null : List.copyOf(benches);
        if (benches != null) {
            benches.forEach(Settings::address);
        }
    }

    /** @throws BadInput for what cannot be read */
    public static FirmwareSharing read(Path file) {
        return Files.exists(file) ? Json.read(OutsideFile.text(file, "settings", 1), FirmwareSharing.class,
                String.valueOf(file.getFileName()))
                : OFF;
    }

    public void write(Path file) {
        try {
            WholeFile.write(file, Json.write(this));
        } catch (IOException e) {
            throw DiskProblem.of("settings", file, e);
        }
    }

    /** @param typed a number; blank for not @throws BadInput for what is none */
    public FirmwareSharing at(String typed) {
        try {
            return new FirmwareSharing(typed.isBlank() ? null : Integer.valueOf(typed.strip()), benches);
        } catch (NumberFormatException e) {
            throw new BadInput(t("store.share.bad-port", "port", Shown.value(typed)), e);
        }
    }

    /** @param typed addresses with spaces or commas between; blank for none @throws BadInput for what is none */
    public FirmwareSharing from(String typed) {
        List<String> all = Arrays.stream(typed.strip().split("[\\s,;]+")).filter(a -> !a.isBlank()).toList();
        return new FirmwareSharing(port, all.isEmpty() ? null : all);
    }

    public List<URI> addresses() {
        return benches == null ? List.of() : benches.stream().map(Settings::address).toList();
    }

    /** As it is typed. */
    public String typed() {
        return benches == null ? "" : benches.stream().collect(Collectors.joining(" "));
    }
}
