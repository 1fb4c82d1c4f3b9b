package wistaxis.desktop.view.first;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import javafx.application.Platform;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.print.Printers;
import wistaxis.desktop.view.document.Printing;
import wistaxis.desktop.view.page.Window;
import wistaxis.store.files.DiskProblem;
import wistaxis.workbench.Workbench;

/** What comes of what is tried on a page, below it: words, or a document as it looks. It goes with the page, whatever still comes. */
final class Tried extends VBox {
    private final Window shell;
    private final Workbench bench;
    private final Runnable seen;
    private final Label said = Ui.text("", "strong");
    private final VBox picture = new VBox(8);

    /** @param seen told when there is something to be looked at */
    Tried(Window shell, Workbench bench, Runnable seen) {
        super(14);
        this.shell = shell;
        this.bench = bench;
        this.seen = seen;
        said.setId("first-says");
        said.managedProperty().bind(said.textProperty().isNotEmpty());
        getChildren().addAll(said, picture);
    }

    void says(String words) {
        said.setText(words);
    }

    void fails(Throwable e) {
        says(Printing.words(e));
    }

    /** Shows a document when it is made. @param media what it may be printed on; null where it is only looked at */
    void document(CompletableFuture<byte[]> made, Printers.@Nullable Media media) {
        says(t("desktop.documents.making"));
        made.thenCompose(pdf -> Printing.seen(pdf).thenAccept(pages -> Platform.runLater(() -> shown(pages, pdf, media))))
                .exceptionally(e -> {
                    Platform.runLater(() -> fails(e));
                    return null;
                });
    }

    private void shown(List<ImageView> pages, byte[] pdf, Printers.@Nullable Media media) {
        says("");
        picture.getChildren().clear();
        if (media != null) {
            picture.getChildren().add(Ui.flow(8, Ui.button("first-print", t("desktop.documents.print"), "", () -> Printing.of(shell,
                    bench.routes(), media, pdf, this::says, () -> says(t("desktop.documents.printed")))), Ui.button("first-save", t(
                            "desktop.documents.save"), "", () -> save(pdf))));
        }
        picture.getChildren().addAll(pages);
        Platform.runLater(seen);
    }

    private void save(byte[] pdf) {
        shell.saveAs("test-page.pdf").ifPresent(file -> bench.documents().write(pdf, file).whenComplete((_, e) -> says(e == null
                ? t("desktop.documents.saved", "file", file) : t("desktop.documents.not-saved", "why", e instanceof IOException io
                ? DiskProblem.words("document", file, io) : String.valueOf(e.getMessage())))));
    }
}
