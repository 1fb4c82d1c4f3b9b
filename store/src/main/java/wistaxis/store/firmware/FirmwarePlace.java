package wistaxis.store.firmware;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Inside;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;

/** Where a shop wants its firmware files, which are large, when not in its data folder: a line in a file of that folder. */
public final class FirmwarePlace {
    private FirmwarePlace() {}

    /**
     * What somebody wants, as it is kept.
     *
     * @param typed a whole path; empty for the data folder
     * @throws BadInput for what is no folder outside the data folder that can be written to
     */
    public static String parse(DataFolder data, String typed) {
        return typed.isBlank() ? "" : Inside.outside(data.root(), typed).filter(to -> Files.isDirectory(to) && Files.isWritable(to))
                .map(Path::toString).orElseThrow(() -> new BadInput(t("store.firmware.place", "folder", Shown.value(typed))));
    }

    /** Files are looked for and put there from the next start on; nothing is moved. @param parsed as {@link #parse} gave it */
    public static void choose(DataFolder data, String parsed) {
        try {
            if (parsed.isEmpty()) {
                Files.deleteIfExists(data.firmwarePlace());
            } else {
                WholeFile.write(data.firmwarePlace(), parsed + "\n");
            }
        } catch (IOException e) {
            throw DiskProblem.of("firmware-folder", data.firmwarePlace(), e);
        }
    }

    /** What was chosen; empty for nothing. */
    public static String chosen(DataFolder data) {
        return data.chosenFirmware().map(Path::toString).orElse("");
    }

    /** What is to be said where the chosen folder is not there; empty where it is, or none was chosen. */
    public static String problem(DataFolder data) {
        return data.chosenFirmware().filter(f -> !Files.isDirectory(f)).map(f -> t("store.firmware.place-gone", "folder", f, "instead",
                data.firmwareFolder())).orElse("");
    }
}
