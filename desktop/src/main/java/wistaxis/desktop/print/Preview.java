package wistaxis.desktop.print;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import javafx.application.Platform;
import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;

/** The pages of a document as pictures, for the screen and for the printer. */
public final class Preview {
    /** For the screen: a picture's dot is a point of the page's size there. */
    public static final int SCREEN = 96;
    public static final int PRINTER = 300;
    /** More are not looked at on the screen. */
    public static final int MOST_SEEN = 20;

    private Preview() {}

    /** @param pixels ARGB, row by row */
    public record Picture(int width, int height, int[] pixels) {}

    /** The same for a window. */
    public static Image image(Picture page) {
        WritableImage image = new WritableImage(page.width(), page.height());
        image.getPixelWriter().setPixels(0, 0, page.width(), page.height(), PixelFormat.getIntArgbInstance(), page.pixels(), 0,
                page.width());
        return image;
    }

    /**
     * Renders it beside; the answer comes on the interface's thread.
     *
     * @param dpi dots an inch
     * @param most so many pages at most
     */
    public static CompletableFuture<List<Picture>> of(byte[] pdf, int dpi, int most) {
        CompletableFuture<List<Picture>> seen = new CompletableFuture<>();
        CompletableFuture.supplyAsync(() -> rendered(pdf, dpi, most)).whenCompleteAsync((pages, e) -> {
            if (e == null) {
                seen.complete(pages);
            } else {
                seen.completeExceptionally(e);
            }
        }, Platform::runLater);
        return seen;
    }

    private static List<Picture> rendered(byte[] pdf, int dpi, int most) {
        List<Picture> pages = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDFRenderer renderer = new PDFRenderer(document);
            for (int i = 0; i < Math.min(most, document.getNumberOfPages()); i++) {
                BufferedImage image = renderer.renderImageWithDPI(i, dpi);
                pages.add(new Picture(image.getWidth(), image.getHeight(), image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0,
                        image.getWidth())));
            }
        } catch (IOException e) {
            throw new CompletionException(e);
        }
        return pages;
    }
}
