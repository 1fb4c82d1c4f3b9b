package wistaxis.desktop.print;

import static wistaxis.core.words.Say.t;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.print.PageLayout;
import javafx.print.PageOrientation;
import javafx.print.Paper;
import javafx.print.Printer;
import javafx.print.PrinterJob;
import javafx.scene.image.ImageView;
import javafx.scene.transform.Scale;
import javafx.scene.transform.Translate;

/** The printers that the system knows. */
public final class SystemPrinters implements Printers {
    /** An inch of a printer's page. */
    private static final double POINTS = 72;

    /** What Java hands a job to on such systems; it does not say when that is missing. */
    private static final List<Path> SPOOLERS = List.of(Path.of("/usr/bin/lpr"), Path.of("/usr/ucb/lpr"));

    @Override
    public Found find() {
        Printer usual = Printer.getDefaultPrinter();
        return new Found(usual == null ? "" : usual.getName(), Printer.getAllPrinters().stream().map(Printer::getName).sorted().toList());
    }

    @Override
    public Optional<String> print(String name, List<Preview.Picture> pages) {
        Printer printer = name.isEmpty() ? Printer.getDefaultPrinter()
                : Printer.getAllPrinters().stream().filter(p -> p.getName().equals(name)).findFirst().orElse(null);
        PrinterJob job = printer == null ? null : PrinterJob.createPrinterJob(printer);
        if (job == null) {
            return Optional.of(name.isEmpty() ? t("desktop.documents.no-printer") : t("desktop.printer.gone", "name", name));
        }
        if (System.getProperty("os.name").startsWith("Linux") && SPOOLERS.stream().noneMatch(Files::isExecutable)) {
            return Optional.of(t("desktop.documents.no-spooler")); // or it would be lost, and nobody told
        }
        return print(job, pages) ? Optional.empty() : Optional.of(t("desktop.documents.printer-says", "status", job.getJobStatus()));
    }

    /** In its own size, smaller only where the paper is: its margins are its own, and are wider than what a printer leaves free. */
    private static boolean print(PrinterJob job, List<Preview.Picture> pages) {
        Paper paper = job.getJobSettings().getPageLayout().getPaper();
        PageLayout layout = job.getPrinter().createPageLayout(paper, PageOrientation.PORTRAIT, Printer.MarginType.HARDWARE_MINIMUM);
        return pages.stream().allMatch(p -> {
            ImageView page = new ImageView(Preview.image(p));
            double by = Math.min(POINTS / Preview.PRINTER, Math.min(paper.getWidth() / p.width(), paper.getHeight() / p.height()));
            page.getTransforms().addAll(new Translate(-layout.getLeftMargin(), -layout.getTopMargin()), new Scale(by, by));
            return job.printPage(layout, page);
        }) && job.endJob();
    }
}
