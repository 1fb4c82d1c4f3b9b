package wistaxis.core.facts;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** The words that files and people use for constants: lower case, with hyphens. */
public final class Word {
    private Word() {}

    public static String of(Enum<?> constant) {
        return constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The constant that a word stands for; empty where it is none. */
    public static <E extends Enum<E>> Optional<E> find(Class<E> type, String word) {
        return Arrays.stream(type.getEnumConstants()).filter(e -> of(e).equals(word)).findFirst();
    }
}
