package wistaxis.store.document;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import com.openhtmltopdf.css.constants.IdentValue;
import com.openhtmltopdf.pdfboxout.PDFontSupplier;
import com.openhtmltopdf.pdfboxout.PdfBoxFontResolver;
import com.openhtmltopdf.pdfboxout.PdfBoxRenderer;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import com.samskivert.mustache.Escapers;
import com.samskivert.mustache.Mustache;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Calendar;
import java.util.GregorianCalendar;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TimeZone;
import java.util.logging.Level;
import java.util.logging.Logger;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.apache.pdfbox.pdmodel.common.PDMetadata;
import wistaxis.core.words.Say;
import wistaxis.core.words.Text;

/**
 * A document of the shop as PDF: a template of ours in HTML and CSS, filled with what a ledger says, in the shipped fonts, tagged for
 * readers of all kinds (PDF/UA as far as the library goes). The same text gives the same bytes.
 */
public final class PdfDocument {
    private static final String PLACE = "/wistaxis/document/";
    private static final int QUIET = 0;
    private static final String FOOT = "<div class=\"foot\">";

    /** A white square, which the fonts have. */
    private static final int STAND_IN = 0x25A1;
    private static final int MOST_NAMED = 8;

    /** A date of the description. */
    private static final Pattern DATE = Pattern.compile("(<xmp:(?:Create|Modify|Metadata)Date>)[^<]*(</)");

    /** What the text's font can draw. */
    private static final Letters LETTERS = Letters.of("Lato-Regular.ttf");

    /** The library looks for fonts of the system that no document of ours uses, and says so at each start. */
    private static final Logger FONTS = Logger.getLogger("org.apache.pdfbox");

    static { // what the library tells of its own work is nobody's problem
        FONTS.setLevel(Level.SEVERE);
        XRLog.listRegisteredLoggers().forEach(l -> XRLog.setLevel(l, Level.WARNING));
    }

    private PdfDocument() {}

    /**
     * A template that was filled, ready to be drawn.
     *
     * @param html the page
     * @param made the date that the file carries
     */
    public record Filled(String html, String title, Instant made) {}

    /**
     * Fills a template.
     *
     * @param template its name, for example {@code receipt}
     * @param values what it is filled with; text is escaped
     * @param made the date that the file carries
     */
    public static Filled fill(String template, Text title, Map<String, Object> values, Instant made) throws IOException {
        Map<String, Object> all = new HashMap<>(values);
        all.put("title", title);
        all.put("lang", Say.language().tag());
        all.put("css", resource("paper.css").replace("\"Page \"", "\"" + Say.t("store.document.page") + " \"")
                .replace("\" of \"", "\" " + Say.t("store.document.of") + " \""));
        all.put("t", (Mustache.Lambda) (key, out) -> out.write(Escapers.HTML.escape(new Text(key.execute(), all).toString())));
        return new Filled(drawable(Mustache.compiler().defaultValue("").emptyStringIsFalse(true).withLoader(
                name -> new StringReader(resource(name + ".html"))).compile(resource(template + ".html"))
                .execute(all)), title.toString(), made);
    }

    /** Draws it. */
    public static byte[] pdf(Filled page) throws IOException {
        return render(page.html(), page.title(), page.made());
    }

    /** A page with signs in place of the letters that the fonts do not have; it says so itself, where it has room. */
    private static String drawable(String html) {
        int[] missing = html.codePoints().filter(c -> c > ' ' && !LETTERS.has(c)).distinct().toArray();
        if (missing.length == 0) {
            return html;
        }
        String all = Arrays.stream(missing).limit(MOST_NAMED).mapToObj("U+%04X"::formatted).collect(Collectors.joining(", "));
        StringBuilder drawn = new StringBuilder();
        html.codePoints().map(c -> c > ' ' && !LETTERS.has(c) ? STAND_IN : c).forEach(drawn::appendCodePoint);
        return drawn.toString().replace(FOOT, FOOT + "<p>" + Escapers.HTML.escape(Say.t("store.document.letters", "sign", Character
                .toString(STAND_IN), "letters", all)) + "</p>");
    }

    private static byte[] render(String html, String title, Instant made) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder().useFastMode().usePdfUaAccessibility(true).useUriResolver((_, uri) ->
                uri.startsWith("data:image/") ? uri : null) // nothing is fetched; the logo is in the page
                .withProducer("Wistaxis").withHtmlContent(html, null);
        try (PDDocument document = new PDDocument()) {
            builder.usePDDocument(document).toStream(out);
            try (PdfBoxRenderer renderer = builder.buildPdfRenderer()) {
                font(renderer, document, "Lato-Regular.ttf", "Lato", 400);
                font(renderer, document, "Lato-Bold.ttf", "Lato", 700);
                font(renderer, document, "JetBrainsMono-Regular.ttf", "JetBrains Mono", 400);
                renderer.layout();
                renderer.createPDFWithoutClosing();
                PDDocumentInformation about = document.getDocumentInformation();
                Calendar date = GregorianCalendar.from(made.atZone(ZoneOffset.UTC));
                date.setTimeZone(TimeZone.getTimeZone("UTC"));
                about.setTitle(title);
                about.setCreationDate(date);
                about.setModificationDate(date);
                dated(document, made);
                document.setDocumentId(id(html));
                out.reset();
                document.save(out);
            }
        }
        return out.toByteArray();
    }

    /** The library's description of the document carries the time of now: it gets the document's. */
    private static void dated(PDDocument document, Instant made) throws IOException {
        PDMetadata about = document.getDocumentCatalog().getMetadata();
        String xmp = new String(about.toByteArray(), StandardCharsets.UTF_8);
        about.importXMPMetadata(DATE.matcher(xmp).replaceAll("$1" + made.truncatedTo(ChronoUnit.SECONDS) + "$2")
                .getBytes(StandardCharsets.UTF_8));
    }

    private static void font(PdfBoxRenderer renderer, PDDocument document, String file, String family, int weight) throws IOException {
        renderer.getFontResolver().addFont(new PDFontSupplier(Page.font(document, file)), family, weight, IdentValue.NORMAL, true,
                PdfBoxFontResolver.FontGroup.MAIN);
    }

    /** The same for the same text, so that the file is. */
    private static long id(String html) {
        try {
            return ByteBuffer.wrap(MessageDigest.getInstance("SHA-256").digest(html.getBytes(StandardCharsets.UTF_8))).getLong();
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String resource(String name) throws IOException {
        try (InputStream in = Objects.requireNonNull(PdfDocument.class.getResourceAsStream(PLACE + name), name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    /**
     * A code to be scanned, as dark boxes in a square of a size: published, ISO/IEC 18004, drawn from the bits of zxing.
     *
     * @param millimetres the square's side
     */
    public static List<Map<String, Object>> code(String text, double millimetres) {
        BitMatrix bits;
        try {
            bits = new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 1, 1, Map.of(EncodeHintType.MARGIN, QUIET,
                    EncodeHintType.ERROR_CORRECTION, ErrorCorrectionLevel.M));
        } catch (WriterException e) {
            throw new IllegalArgumentException("[" + text + "] cannot be made a code", e);
        }
        double unit = millimetres / bits.getWidth();
        List<Map<String, Object>> boxes = new ArrayList<>();
        for (int y = 0; y < bits.getHeight(); y++) {
            for (int x = 0; x < bits.getWidth(); x++) {
                int from = x;
                while (x < bits.getWidth() && bits.get(x, y)) {
                    x++;
                }
                if (x > from) {
                    boxes.add(Map.of("x", number(from * unit), "y", number(y * unit), "w", number((x - from) * unit), "h", number(unit)));
                }
            }
        }
        return boxes;
    }

    private static String number(double millimetres) {
        return String.format(Locale.ROOT, "%.3f", millimetres);
    }
}
