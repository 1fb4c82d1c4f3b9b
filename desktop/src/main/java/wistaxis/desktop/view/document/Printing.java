package wistaxis.desktop.view.document;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import javafx.scene.image.ImageView;
import wistaxis.desktop.print.Preview;
import wistaxis.desktop.print.Printers;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.life.Background;
import wistaxis.workbench.route.Routes;

/** Documents on the screen, and on their way to a printer. */
public final class Printing {
    private Printing() {}

    /** Its pages as they look. */
    public static CompletableFuture<List<ImageView>> seen(byte[] pdf) {
        return Preview.of(pdf, Preview.SCREEN, Preview.MOST_SEEN).thenApply(pages -> pages.stream().map(Printing::picture).toList());
    }

    static ImageView picture(Preview.Picture page) {
        ImageView view = new ImageView(Preview.image(page));
        view.setId("document-page");
        view.setStyle("-fx-effect: dropshadow(gaussian, rgba(0,0,0,0.25), 6, 0, 0, 1);");
        return view;
    }

    /**
     * Prints on the printer that was chosen.
     *
     * @param says hears how it goes, in words
     * @param printed called when all of it went to the printer
     */
    public static void of(Window shell, Routes desk, Printers.Media media, byte[] pdf, Consumer<String> says, Runnable printed) {
        String printer = desk.settings().printer(media.toString());
        says.accept(t("desktop.documents.printing"));
        Preview.of(pdf, Preview.PRINTER, Integer.MAX_VALUE).thenAccept(pages -> shell.printers().print(printer, pages)
                .ifPresentOrElse(says, printed)).exceptionally(e -> {
                    says.accept(t("desktop.documents.not-printed", "why", words(e)));
                    return null;
                });
    }

    /** What went wrong. */
    public static String words(Throwable e) {
        return String.valueOf(Background.cause(e).getMessage());
    }
}
