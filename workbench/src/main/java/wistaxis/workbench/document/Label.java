package wistaxis.workbench.document;

import java.util.Collections;
import java.util.HashMap;
import java.util.Map;
import wistaxis.core.words.Text;

/** What sticks on a tray, or a sheet full of it. */
record Label(int copies) implements Document {
    @Override
    public Map<String, Object> values(Sheet of) {
        Map<String, Object> values = new HashMap<>(Map.of("promised", of.promised().map(p -> Text.of("workbench.document.label-by", "at",
                p)).orElse(Text.NONE)));
        if (copies > 1) {
            values.put("labels", Collections.nCopies(copies, true));
        }
        return values;
    }

    @Override
    public double codeMm() {
        return 22;
    }
}
