package wistaxis.desktop.view.document;

import static wistaxis.core.words.Say.t;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import javafx.print.PageLayout;
import javafx.print.PageOrientation;
import javafx.print.Paper;
import javafx.print.Printer;
import javafx.print.PrinterJob;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.transform.Scale;
import javafx.scene.transform.Translate;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.life.Background;

/** Documents on the screen, and on the system's printer. */
public final class Printing {
    /** An inch of a printer's page. */
    private static final double POINTS = 72;

    /** What Java hands a job to on such systems; it does not say when that is missing. */
    private static final List<Path> SPOOLERS = List.of(Path.of("/usr/bin/lpr"), Path.of("/usr/ucb/lpr"));

    private Printing() {}

    /** Its pages as they look. */
    public static CompletableFuture<List<ImageView>> seen(byte[] pdf) {
        return Preview.of(pdf, Preview.SCREEN, Preview.MOST_SEEN).thenApply(pages -> pages.stream().map(Printing::picture).toList());
    }

    static ImageView picture(Preview.Picture page) {
        WritableImage image = new WritableImage(page.width(), page.height());
        image.getPixelWriter().setPixels(0, 0, page.width(), page.height(), PixelFormat.getIntArgbInstance(), page.pixels(), 0,
                page.width());
        ImageView view = new ImageView(image);
        view.setId("document-page");
        view.setStyle("-fx-effect: dropshadow(gaussian, rgba(0,0,0,0.25), 6, 0, 0, 1);");
        return view;
    }

    /**
     * Asks for a printer and prints.
     *
     * @param says hears how it goes, in words
     * @param printed called when all of it went to the printer
     */
    public static void of(Window shell, byte[] pdf, Consumer<String> says, Runnable printed) {
        PrinterJob job = PrinterJob.createPrinterJob();
        if (job == null) {
            says.accept(t("desktop.documents.no-printer"));
        } else if (System.getProperty("os.name").startsWith("Linux") && SPOOLERS.stream().noneMatch(Files::isExecutable)) {
            says.accept(t("desktop.documents.no-spooler")); // or it would be lost, and nobody told
        } else if (job.showPrintDialog(shell.scene().getWindow())) {
            says.accept(t("desktop.documents.printing"));
            Preview.of(pdf, Preview.PRINTER, Integer.MAX_VALUE).thenAccept(pages -> {
                if (pages(job, pages)) {
                    printed.run();
                } else {
                    says.accept(t("desktop.documents.printer-says", "status", job.getJobStatus()));
                }
            }).exceptionally(e -> {
                says.accept(t("desktop.documents.not-printed", "why", words(e)));
                return null;
            });
        }
    }

    /** In its own size, smaller only where the paper is: its margins are its own, and are wider than what a printer leaves free. */
    private static boolean pages(PrinterJob job, List<Preview.Picture> pages) {
        Paper paper = job.getJobSettings().getPageLayout().getPaper();
        PageLayout layout = job.getPrinter().createPageLayout(paper, PageOrientation.PORTRAIT, Printer.MarginType.HARDWARE_MINIMUM);
        return pages.stream().allMatch(p -> {
            ImageView page = picture(p);
            double by = Math.min(POINTS / Preview.PRINTER, Math.min(paper.getWidth() / p.width(), paper.getHeight() / p.height()));
            page.setStyle(""); // no shadow on paper
            page.getTransforms().addAll(new Translate(-layout.getLeftMargin(), -layout.getTopMargin()), new Scale(by, by));
            return job.printPage(layout, page);
        }) && job.endJob();
    }

    /** What went wrong. */
    public static String words(Throwable e) {
        return String.valueOf(Background.cause(e).getMessage());
    }
}
