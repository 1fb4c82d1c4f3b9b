package wistaxis.core.restore;

import java.util.List;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * What a computer says near the end of a restore, and what that means.
 *
 * @param ends whether it is the end
 */
public record ClosingWords(String id, Text title, Text means, boolean ends, Provenance provenance, String source) {
    private static final List<ClosingWords> ALL = Json.fact("closing-words.json", File.class).words();

    private record File(List<ClosingWords> words) {}

    public static List<ClosingWords> all() {
        return ALL;
    }
}
