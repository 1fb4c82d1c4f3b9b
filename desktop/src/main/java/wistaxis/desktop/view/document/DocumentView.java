package wistaxis.desktop.view.document;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CompletionException;
import javafx.geometry.Pos;
import javafx.print.PageLayout;
import javafx.print.PrinterJob;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.transform.Scale;
import org.jspecify.annotations.Nullable;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.store.files.DiskProblem;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.document.DocumentMaker;
import wistaxis.workbench.document.Documents;
import wistaxis.workbench.life.Background;

/** The documents of a ticket: which one, how it looks, printed or saved. What leaves the shop is written down. */
public final class DocumentView extends TicketPage {
    /** An inch of a printer's page. */
    private static final double POINTS = 72;

    private final Window shell;
    private final FlowPane kinds = Ui.chips(900);
    private final FlowPane buttons = Ui.flow(8);
    private final VBox pages = new VBox(14);
    private DocumentMaker.Kind kind;
    private Documents.@Nullable Made made;
    private String says = "";
    private int asked;
    private List<Preview.Picture> seen = List.of();

    /** @param first the kind that is shown first */
    public DocumentView(Window shell, Workbench bench, String number, DocumentMaker.Kind first) {
        super(bench, number);
        this.shell = shell;
        this.kind = first;
        pages.setAlignment(Pos.TOP_CENTER);
        var scroll = Ui.scroll(pages);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        root.getChildren().addAll(Ui.text(t("desktop.documents.of", "number", number, "title", ticket().title()), "large"), kinds,
                buttons, scroll);
        make();
    }

    private void make() {
        made = null;
        seen = List.of();
        says = t("desktop.documents.making");
        int wanted = ++asked;
        bench.documents().make(kind, number).thenCompose(document -> Preview.of(document.pdf(), Preview.SCREEN, Preview.MOST_SEEN)
                .thenAccept(pages -> shown(wanted, document, pages, ""))).exceptionally(e -> {
                    shown(wanted, null, List.of(), words(e));
                    return null;
                });
    }

    /** Only what was asked for last is shown. */
    private void shown(int wanted, Documents.@Nullable Made document, List<Preview.Picture> pages, String words) {
        if (wanted == asked) {
            made = document;
            seen = pages;
            says = words;
            refresh();
        }
    }

    private static String words(Throwable e) {
        return String.valueOf((e instanceof CompletionException && e.getCause() != null ? e.getCause() : e).getMessage());
    }

    @Override
    public void refresh() {
        kinds.getChildren().clear();
        Arrays.stream(DocumentMaker.Kind.values()).filter(k -> !k.isOfLot() || ticket().lot() != null).forEach(k -> kinds.getChildren()
                .add(Ui.button("document-" + k, k.title(), k == kind
                ? "chip chosen" : "chip", () -> {
            kind = k;
            make();
            refresh();
        })));
        Documents.Made now = made;
        buttons.getChildren().setAll(Ui.button("document-back", t("desktop.documents.back"), "", () -> shell.showTicket(number)));
        pages.getChildren().clear();
        if (now == null) {
            pages.getChildren().add(Ui.text(says, "muted"));
            return;
        }
        buttons.getChildren().addAll(Ui.button("document-print", t("desktop.documents.print"), "primary", () -> print(now)),
                Ui.button("document-save", t("desktop.documents.save"), "",
                () -> save(now)), Ui.text(says.isEmpty() ? t("desktop.documents.pages", "n", seen.size()) : says, "small muted"));
        seen.forEach(p -> pages.getChildren().add(picture(p)));
    }

    private static ImageView picture(Preview.Picture page) {
        WritableImage image = new WritableImage(page.width(), page.height());
        image.getPixelWriter().setPixels(0, 0, page.width(), page.height(), PixelFormat.getIntArgbInstance(), page.pixels(), 0,
                page.width());
        ImageView view = new ImageView(image);
        view.setId("document-page");
        view.setStyle("-fx-effect: dropshadow(gaussian, rgba(0,0,0,0.25), 6, 0, 0, 1);");
        return view;
    }

    private void print(Documents.Made document) {
        PrinterJob job = PrinterJob.createPrinterJob();
        if (job == null) {
            says = t("desktop.documents.no-printer");
            refresh();
            return;
        }
        if (job.showPrintDialog(shell.scene().getWindow())) {
            says = t("desktop.documents.printing");
            refresh();
            Preview.of(document.pdf(), Preview.PRINTER, Integer.MAX_VALUE).thenAccept(pages -> print(document, job, pages))
                    .exceptionally(e -> {
                says = t("desktop.documents.not-printed", "why", words(e));
                refresh();
                return null;
            });
        }
    }

    /** In its own size, smaller only where the printer's page is. */
    private void print(Documents.Made document, PrinterJob job, List<Preview.Picture> pages) {
        PageLayout layout = job.getJobSettings().getPageLayout();
        boolean printed = pages.stream().allMatch(p -> {
            ImageView page = picture(p);
            double by = Math.min(POINTS / Preview.PRINTER, Math.min(layout.getPrintableWidth() / p.width(), layout.getPrintableHeight()
                    / p.height()));
            page.getTransforms().add(new Scale(by, by));
            return job.printPage(layout, page);
        });
        if (printed && job.endJob()) {
            handedOut(document, t("desktop.documents.printed"));
        } else {
            says = t("desktop.documents.printer-says", "status", job.getJobStatus());
            refresh();
        }
    }

    private void save(Documents.Made document) {
        shell.saveAs(number + "-" + document.kind() + ".pdf").ifPresent(f -> save(document, f));
    }

    private void save(Documents.Made document, Path file) {
        says = t("desktop.documents.saving");
        refresh();
        bench.documents().save(number, document, file).whenComplete((result, e) -> {
            Throwable why = e == null ? null : Background.cause(e);
            says = why == null ? writtenDown(t("desktop.documents.saved", "file", file), result) : t("desktop.documents.not-saved", "why",
                    why instanceof IOException io ? DiskProblem.words("document", file, io) : String.valueOf(why.getMessage()));
            refresh();
        });
    }

    private void handedOut(Documents.Made document, String what) {
        bench.documents().handedOut(number, document).thenAccept(result -> {
            says = writtenDown(what, result);
            refresh();
        });
    }

    private static String writtenDown(String what, Result result) {
        return result.problem().map(why -> what + " " + t("desktop.documents.not-recorded", "why", why)).orElse(what);
    }

    @Override
    public String firstFocus() {
        return "document-" + kind;
    }

    @Override
    public String number() {
        return number;
    }

    @Override
    public String manual() {
        return "documents";
    }

    @Override
    public String next() {
        return t("desktop.documents.next");
    }
}
