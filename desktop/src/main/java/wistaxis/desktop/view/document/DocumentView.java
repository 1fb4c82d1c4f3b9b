package wistaxis.desktop.view.document;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.print.Preview;
import wistaxis.desktop.print.Printers;
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
    private final Window shell;
    private final FlowPane kinds = Ui.chips(900);
    private final FlowPane buttons = Ui.flow(8);
    private final VBox pages = new VBox(14);
    private DocumentMaker.Kind kind;
    private PrinterChoice printer;
    private Documents.@Nullable Made made;
    private String says = "";
    private int asked;
    private List<Preview.Picture> seen = List.of();

    /** @param first the kind that is shown first */
    public DocumentView(Window shell, Workbench bench, String number, DocumentMaker.Kind first) {
        super(bench, number);
        this.shell = shell;
        this.kind = first;
        this.printer = printer();
        pages.setAlignment(Pos.TOP_CENTER);
        var scroll = Ui.scroll(pages);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        root.getChildren().addAll(Ui.text(t("desktop.documents.of", "number", number, "title", ticket().title()), "large"), kinds,
                buttons, scroll);
        make();
    }

    private PrinterChoice printer() {
        return new PrinterChoice(shell, bench.routes(), media(), true);
    }

    private Printers.Media media() {
        return kind == DocumentMaker.Kind.LABEL ? Printers.Media.LABELS : Printers.Media.PAGES;
    }

    private void make() {
        made = null;
        seen = List.of();
        says = t("desktop.documents.making");
        int wanted = ++asked;
        bench.documents().make(kind, number).thenCompose(document -> Preview.of(document.pdf(), Preview.SCREEN, Preview.MOST_SEEN)
                .thenAccept(pages -> shown(wanted, document, pages, ""))).exceptionally(e -> {
                    shown(wanted, null, List.of(), Printing.words(e));
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

    @Override
    public void refresh() {
        kinds.getChildren().clear();
        Arrays.stream(DocumentMaker.Kind.values()).filter(k -> !k.isOfLot() || ticket().lot() != null).forEach(k -> kinds.getChildren()
                .add(Ui.button("document-" + k, k.title(), k == kind
                ? "chip chosen" : "chip", () -> {
            Printers.Media before = media();
            kind = k;
            printer = media() == before ? printer : printer(); // the system is asked once for each
            make();
            refresh();
        })));
        Documents.Made now = made;
        buttons.getChildren().setAll(Ui.button("document-back", t("desktop.documents.back"), "", () -> shell.showTicket(number)));
        pages.getChildren().setAll(printer);
        if (now == null) {
            pages.getChildren().add(Ui.text(says, "muted"));
            return;
        }
        buttons.getChildren().addAll(Ui.button("document-print", t("desktop.documents.print"), "primary", () -> print(now)),
                Ui.button("document-save", t("desktop.documents.save"), "",
                () -> save(now)), Ui.text(says.isEmpty() ? t("desktop.documents.pages", "n", seen.size()) : says, "small muted"));
        seen.forEach(p -> pages.getChildren().add(Printing.picture(p)));
    }

    private void print(Documents.Made document) {
        Printing.of(shell, bench.routes(), media(), document.pdf(), words -> {
            says = words;
            refresh();
        }, () -> handedOut(document, t("desktop.documents.printed")));
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
