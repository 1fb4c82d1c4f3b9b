package wistaxis.workbench.document;

import java.io.IOException;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import wistaxis.core.words.Text;
import wistaxis.store.document.PdfDocument;

/** A page that says whether a printer prints in the right size: with a code to be scanned and a line to be measured. */
final class TestPage {
    private static final double CODE_MM = 22;
    private static final String NUMBER = "T-0000";

    private TestPage() {}

    static byte[] pdf(boolean label, String name, Instant now) throws IOException {
        Map<String, Object> values = new HashMap<>(Map.of("number", NUMBER, "shop", name, "what", Text.of("store.document.test-page"),
                "device", Text.of("store.document.test-line"), "code", PdfDocument.code(NUMBER, CODE_MM)));
        return PdfDocument.pdf(PdfDocument.fill(label ? "label" : "test-page", Text.of("store.document.test-page"), values, now));
    }
}
