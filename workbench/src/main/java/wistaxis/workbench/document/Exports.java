package wistaxis.workbench.document;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Inside;
import wistaxis.store.files.Rights;
import wistaxis.store.files.Room;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Figures;
import wistaxis.store.ledger.FiguresCsv;
import wistaxis.store.ledger.LedgerExport;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.OutFile;
import wistaxis.workbench.life.Life;

/** What is written out of the ledger into the data folder, for others to read. */
public final class Exports {
    /** An export says everything twice, as it is stored and as it is read. */
    private static final long EXPORT_TIMES = 3;

    private final Life life;
    private final DataFolder folder;
    private final LedgerStore ledger;

    public Exports(Life life, DataFolder folder, LedgerStore ledger) {
        this.life = life;
        this.folder = folder;
        this.ledger = ledger;
    }

    /** Writes the whole ledger into the data folder. The answer says where it is, or why it is not. */
    public CompletableFuture<String> ledger(LedgerExport format) {
        return write("ledger", format.name().toLowerCase(Locale.ROOT), file -> {
            Room.check(file, EXPORT_TIMES * (Files.exists(folder.ledger()) ? Files.size(folder.ledger()) : 0));
            format.write(ledger.all(), file);
        });
    }

    /** Writes figures over so many days into the data folder. The answer says where they are, or why they are not. */
    public CompletableFuture<String> figures(Figures figures, int days) {
        StringBuilder text = new StringBuilder();
        return write("figures-" + days + "-days", "csv", file -> {
            FiguresCsv.to(text, figures);
            WholeFile.write(file, text.toString());
        });
    }

    /** Saves a text where somebody said. The answer says where it is, or why it is not. */
    public CompletableFuture<String> save(String text, Path file) {
        CompletableFuture<String> said = new CompletableFuture<>();
        life.background().write(() -> {
            OutFile.write(file, text.getBytes(StandardCharsets.UTF_8), true); // the dialog has asked
            return file;
        }, f -> said.complete(written(f)), e -> said.complete(notWritten(file, e)));
        return said;
    }

    private static String written(Path file) {
        return t("workbench.export.written", "file", file);
    }

    private static String notWritten(Path file, Throwable e) {
        return t("workbench.export.not-written", "why", e instanceof IOException io ? DiskProblem.words("export", file, io)
                : e.getMessage());
    }

    /** Writes a file. */
    private interface Written {
        void to(Path file) throws IOException;
    }

    private CompletableFuture<String> write(String name, String ending, Written written) {
        String at = life.now().toString().substring(0, 19).replace(":", "");
        Path file = OutFile.free(Inside.file(folder.exports(), name + "-" + at + "." + ending));
        CompletableFuture<String> said = new CompletableFuture<>();
        life.background().run(() -> {
            Rights.makeFolder(folder.exports());
            written.to(file);
            return file;
        }, f -> said.complete(written(f)), e -> said.complete(notWritten(file, e)));
        return said;
    }
}
