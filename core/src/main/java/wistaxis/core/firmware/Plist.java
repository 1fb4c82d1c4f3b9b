package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.Work;

/**
 * A property list as plain values: {@link Map} from text, {@link List}, {@link String}, {@link Long}, {@code byte[]}, {@link Other} for
 * what no manifest needs. Read with mistrust: nothing too
 * deep, too much, cyclic, counted wrong, with entities or with a key twice; every object is made once, however often it is referred to.
 */
final class Plist {
    private static final int DEEPEST = 40;
    private static final int LONGEST_KEY = 4096;

    /** A value of a kind that is not read: a date, a real number, a truth value. */
    record Other(String kind) {}

    private Plist() {}

    /** @throws BadInput saying what is wrong */
    static Object read(byte[] bytes, Work work) {
        String head = new String(bytes, 0, Math.min(bytes.length, 8), StandardCharsets.ISO_8859_1);
        if (head.equals("bplist00")) {
            return new PlistBinary(bytes, work).read();
        }
        if (head.startsWith("<")) {
            return PlistXml.read(bytes, work);
        }
        throw new BadInput(t("core.file.not-plist", "head", Shown.value(head)));
    }

    static void deep(int depth) {
        if (depth > DEEPEST) {
            throw new BadInput(t("core.file.nested", "most", DEEPEST));
        }
    }

    /** Keys are compared with each other wherever they stand, so that a long one costs again each time. */
    static void key(String key, Work work) {
        if (key.length() > LONGEST_KEY) {
            throw new BadInput(t("core.file.long-key", "letters", key.length(), "most", LONGEST_KEY));
        }
        work.spend(key.length());
    }

    static BadInput twice(String key) {
        return new BadInput(t("core.file.key-twice", "key", Shown.value(key)));
    }

    /**
     * @param key what it was found under, for the message
     * @throws BadInput when it is missing or of another kind
     */
    static <T> T as(Class<T> kind, @Nullable Object value, String key) {
        if (!kind.isInstance(value)) {
            throw new BadInput(value == null ? t("core.file.key-missing", "key", Shown.value(key))
                    : t("core.file.key-is", "key", Shown.value(key), "kind", kindOf(value)));
        }
        return kind.cast(value);
    }

    /** A dictionary. The keys are texts, the values anything. */
    @SuppressWarnings("unchecked")
    static Map<String, Object> dictionary(@Nullable Object value, String key) {
        return (Map<String, Object>) as(Map.class, value, key);
    }

    private static String kindOf(Object value) {
        return switch (value) {
            case Map<?, ?> _ -> t("core.file.kind.dictionary");
            case List<?> _ -> t("core.file.kind.array");
            case String _ -> t("core.file.kind.text");
            case Long _ -> t("core.file.kind.number");
            case byte[] _ -> "data";
            case Other o -> o.kind();
            default -> throw new IllegalStateException("no value of a property list: " + value.getClass());
        };
    }
}
