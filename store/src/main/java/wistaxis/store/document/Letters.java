package wistaxis.store.document;

import java.io.IOException;
import java.io.UncheckedIOException;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.TrueTypeFont;

/** Which letters a shipped font can draw. */
record Letters(CmapLookup glyphs) {
    static Letters of(String font) {
        try (TrueTypeFont face = Page.face(font)) {
            return new Letters(face.getUnicodeCmapLookup());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    boolean has(int codePoint) {
        return glyphs.getGlyphId(codePoint) != 0;
    }
}
