package wistaxis.store.paper;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;

/** The pages of a paper as pictures. */
public final class Preview {
    private static final int MOST = 20;

    private Preview() {}

    /** @param pixels ARGB, row by row */
    public record Picture(int width, int height, int[] pixels) {}

    /** Renders it, slowly. @param dpi dots an inch */
    public static List<Picture> of(byte[] pdf, float dpi) throws IOException {
        System.setProperty("java.awt.headless", "true");
        List<Picture> pages = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDFRenderer renderer = new PDFRenderer(document);
            for (int i = 0; i < Math.min(MOST, document.getNumberOfPages()); i++) {
                BufferedImage image = renderer.renderImageWithDPI(i, dpi);
                pages.add(new Picture(image.getWidth(), image.getHeight(), image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0,
                        image.getWidth())));
            }
        }
        return pages;
    }
}
