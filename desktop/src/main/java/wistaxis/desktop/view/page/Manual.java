package wistaxis.desktop.view.page;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import wistaxis.core.words.Language;

/** The manual, a part a page: in the window behind "?", and as {@code docs/manual.md}. */
public final class Manual {
    /** The pages in the order of a day, each with its picture in {@code docs/screenshots}; empty for none. */
    public static final Map<String, String> PARTS = parts("first", "first", "bench", "bench", "lot", "lot", "intake", "intake", "identify",
            "", "route",
            "route",
            "firmware",
            "firmware", "buttons", "keys", "restore", "real-restore", "guide", "guide", "handover", "handover", "documents", "documents",
            "timeline", "timeline", "files", "", "practice", "drill", "ledger", "ledger", "figures", "figures", "customers", "customers",
            "sides", "", "settings", "", "unreadable", "");

    private static final String KEYS = "desktop.manual.";

    private Manual() {}

    private static Map<String, String> parts(String... partsAndPictures) {
        Map<String, String> all = new LinkedHashMap<>();
        for (int i = 0; i < partsAndPictures.length; i += 2) {
            all.put(partsAndPictures[i], partsAndPictures[i + 1]);
        }
        return all;
    }

    public static String title(String part) {
        return t(KEYS + part + ".title");
    }

    /** What a part says, in the language that is spoken here. */
    public static List<String> paragraphs(String part) {
        List<String> all = new ArrayList<>();
        for (int i = 1; Language.ENGLISH.has(KEYS + part + "." + i); i++) {
            all.add(t(KEYS + part + "." + i));
        }
        return all;
    }

    /** The whole manual as Markdown, with its pictures. @param screenshots where the pictures are, from where it is read */
    public static String markdown(String screenshots) {
        StringBuilder out = new StringBuilder("# " + t(KEYS + "title") + "\n\n" + t(KEYS + "intro") + "\n");
        PARTS.forEach((part, picture) -> {
            out.append("\n## ").append(title(part)).append("\n\n");
            if (!picture.isEmpty()) {
                out.append("![").append(title(part)).append("](").append(screenshots).append('/').append(picture).append(".png)\n\n");
            }
            out.append(String.join("\n\n", paragraphs(part))).append('\n');
        });
        return out.toString();
    }
}
