package wistaxis.workbench.document;

import java.util.Map;
import java.util.Optional;
import wistaxis.core.words.Text;

/** One kind of document: what fills its template. */
interface Document {
    /** Why there can be no such document of a ticket; empty where there can. */
    default Optional<Text> missing(Sheet of) {
        return Optional.empty();
    }

    /** What fills the template; asked for only where nothing is {@link #missing}. */
    Map<String, Object> values(Sheet of);

    /** The side of its code, millimetres. */
    default double codeMm(Sheet of) {
        return 24;
    }
}
