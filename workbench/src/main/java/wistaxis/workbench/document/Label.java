package wistaxis.workbench.document;

import java.util.Collections;
import java.util.HashMap;
import java.util.Map;
import wistaxis.core.words.Text;
import wistaxis.store.settings.LabelSize;

/** What sticks on a tray, or a sheet full of it in its usual size. */
record Label(int copies) implements Document {
    @Override
    public Map<String, Object> values(Sheet of) {
        Map<String, Object> values = new HashMap<>(Map.of("promised", of.promised().map(p -> Text.of("workbench.document.label-by", "at",
                p)).orElse(Text.NONE)));
        values.putAll(copies > 1 ? Map.of("labels", Collections.nCopies(copies, true)) : sized(size(of)));
        return values;
    }

    @Override
    public double codeMm(Sheet of) {
        return size(of).codeMm();
    }

    private LabelSize size(Sheet of) {
        return copies > 1 ? LabelSize.USUAL : of.letterhead().shop().profile().labelSize();
    }

    /** What the template of a label is laid out by. */
    static Map<String, Object> sized(LabelSize size) {
        return Map.of("width", size.width(), "height", size.height(), "codeMm", size.codeMm(), "textMm", size.textMm(), "inside",
                size.insideMm(), "large", size.points(14), "small", size.points(8));
    }
}
