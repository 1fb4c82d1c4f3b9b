package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import java.text.Normalizer;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;

/** The names in an archive: none leaves its folder, and no two fall together on any usual file system. */
final class EntryNames {
    private static final int LONGEST = 400;
    private static final int DEEPEST = 20;

    private EntryNames() {}

    /** @throws BadInput for the first name that is unsafe, there twice, or the same as another but for case or accents' form */
    static void check(List<String> names) {
        Map<String, String> seen = new HashMap<>();
        for (String name : names) {
            refuseUnsafe(name);
            String other = seen.put(folded(name), name);
            if (other != null) {
                throw new BadInput(other.equals(name) ? t("core.file.entry-twice", "name", Shown.value(name)) : t("core.file.entries-one",
                        "one", Shown.value(other), "other", Shown.value(name)));
            }
        }
        for (String name : names) {
            for (int slash = name.indexOf('/'); slash >= 0 && slash < name.length() - 1; slash = name.indexOf('/', slash + 1)) {
                if (seen.get(folded(name.substring(0, slash))) instanceof String file && !file.endsWith("/")) {
                    throw new BadInput(t("core.file.file-and-folder", "file", Shown.value(file), "name", Shown.value(name)));
                }
            }
        }
    }

    private static String folded(String name) {
        String bare = name.endsWith("/") ? name.substring(0, name.length() - 1) : name;
        return Normalizer.normalize(bare, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
    }

    private static void refuseUnsafe(String name) {
        boolean unsafe = name.isEmpty() || name.length() > LONGEST || name.startsWith("/") || name.contains("\\") || name.contains(":")
                || name.contains("//")
                || name.chars().anyMatch(c -> Shown.isUnprintable(c) || c == 0xFFFD) || ("/" + name + "/").contains("/../")
                || ("/" + name + "/").contains("/./");
        if (unsafe) {
            throw new BadInput(t("core.file.leaves-folder", "name", Shown.value(name)));
        }
        if (name.chars().filter(c -> c == '/').count() > DEEPEST) {
            throw new BadInput(t("core.file.deep", "name", Shown.value(name), "most", DEEPEST));
        }
    }
}
