package wistaxis.store.document;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/**
 * A page of paper, A4, measured in points from its upper left corner, in the shipped font. Colours are red, green and blue, a byte each.
 */
final class Page implements AutoCloseable {
    static final float WIDTH = PDRectangle.A4.getWidth();
    static final float HEIGHT = PDRectangle.A4.getHeight();

    private final PDDocument document = new PDDocument();
    private final PDPageContentStream out;
    private final PDFont plain;
    private final PDFont bold;

    Page(String title) throws IOException {
        PDPage page = new PDPage(PDRectangle.A4);
        document.addPage(page);
        document.getDocumentInformation().setTitle(title);
        plain = font(document, "Lato-Regular.ttf");
        bold = font(document, "Lato-Bold.ttf");
        out = new PDPageContentStream(document, page);
    }

    /** A shipped font, embedded as far as it is used. */
    static PDFont font(PDDocument document, String name) throws IOException {
        TrueTypeFont face = face(name);
        face.setEnableGsub(false); // letters that are joined into one glyph cannot be searched for
        return PDType0Font.load(document, face, true);
    }

    static TrueTypeFont face(String name) throws IOException {
        try (InputStream in = Objects.requireNonNull(Page.class.getResourceAsStream("/wistaxis/fonts/" + name), name)) {
            return new TTFParser().parse(new RandomAccessReadBuffer(in));
        }
    }

    void box(float x, float y, float width, float height, int color) throws IOException {
        out.setNonStrokingColor((color >> 16 & 0xFF) / 255f, (color >> 8 & 0xFF) / 255f, (color & 0xFF) / 255f);
        out.addRect(x, HEIGHT - y - height, width, height);
        out.fill();
    }

    /** A line of text with its baseline at {@code y}. @return its width */
    float text(String words, float x, float y, float size, boolean heavy, int color) throws IOException {
        out.beginText();
        out.setFont(heavy ? bold : plain, size);
        out.setNonStrokingColor((color >> 16 & 0xFF) / 255f, (color >> 8 & 0xFF) / 255f, (color & 0xFF) / 255f);
        out.newLineAtOffset(x, HEIGHT - y);
        out.showText(words);
        out.endText();
        return width(words, size, heavy);
    }

    /** Text broken into lines of at most {@code width}. @return the baseline after the last line */
    float paragraph(String words, float x, float y, float width, float size, boolean heavy, int color) throws IOException {
        float at = y;
        for (String line : lines(words, width, size, heavy)) {
            text(line, x, at, size, heavy, color);
            at += size * 1.25f;
        }
        return at;
    }

    /** How tall a paragraph is. */
    float height(String words, float width, float size, boolean heavy) throws IOException {
        return lines(words, width, size, heavy).size() * size * 1.25f;
    }

    private List<String> lines(String words, float width, float size, boolean heavy) throws IOException {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : words.split(" ")) {
            if (!line.isEmpty() && width(line + " " + word, size, heavy) > width) {
                lines.add(line.toString());
                line.setLength(0);
            }
            line.append(line.isEmpty() ? "" : " ").append(word);
        }
        lines.add(line.toString());
        return lines;
    }

    float width(String words, float size, boolean heavy) throws IOException {
        return (heavy ? bold : plain).getStringWidth(words) / 1000 * size;
    }

    byte[] pdf() throws IOException {
        out.close();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        document.save(bytes);
        return bytes.toByteArray();
    }

    @Override
    public void close() throws IOException {
        document.close();
    }
}
