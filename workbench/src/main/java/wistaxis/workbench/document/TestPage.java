package wistaxis.workbench.document;

import java.io.IOException;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import wistaxis.core.words.Text;
import wistaxis.store.document.PdfDocument;
import wistaxis.store.settings.LabelSize;

/** A page that says whether a printer prints in the right size: with a code to be scanned and a line to be measured. */
final class TestPage {
    private static final String NUMBER = "T-0000";

    private TestPage() {}

    static byte[] pdf(boolean label, String name, LabelSize size, Instant now) throws IOException {
        Map<String, Object> values = new HashMap<>(Map.of("number", NUMBER, "shop", name, "what", Text.of("store.document.test-page"),
                "device", label ? Text.of("store.document.test-label", "size", size.toString()) : Text.of("store.document.test-line"),
                "code", PdfDocument.code(NUMBER, (label ? size : LabelSize.USUAL).codeMm())));
        values.putAll(Label.sized(size));
        return PdfDocument.pdf(PdfDocument.fill(label ? "label" : "test-page", Text.of("store.document.test-page"), values, now));
    }
}
