package wistaxis.workbench.document;

import java.util.Map;
import wistaxis.core.facts.BadInput;

/** One kind of paper: what fills its template. */
interface Document {
    /** @throws BadInput where the ticket has nothing for such a paper */
    Map<String, Object> values(Sheet of);

    /** The side of its code, millimetres. */
    default double codeMm() {
        return 24;
    }
}
