package wistaxis.core.words;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * What is said, as a key of the message files with its arguments, until it is shown. A fact names its texts by their keys; what a person
 * wrote (a shop's own advice, a title) is its own key, and is shown as it was written.
 *
 * @param with the arguments by name: texts, numbers, moments, days, lists, anything else by its words
 */
public record Text(String key, Map<String, Object> with) {
    public static final Text NONE = new Text("", Map.of());

    public Text {
        with = Collections.unmodifiableMap(new LinkedHashMap<>(with));
    }

    @JsonCreator
    public static Text of(String key) {
        return key.isEmpty() ? NONE : new Text(key, Map.of());
    }

    /** @param namesAndValues one after the other */
    public static Text of(String key, Object... namesAndValues) {
        return new Text(key, Map.of()).with(namesAndValues);
    }

    /** What a person wrote, as it stands. */
    public static Text raw(String words) {
        return of(words);
    }

    /** The same with more arguments. @param namesAndValues one after the other */
    public Text with(Object... namesAndValues) {
        if (namesAndValues.length % 2 != 0) {
            throw new IllegalArgumentException(key + " has an argument without a value: " + Arrays.toString(namesAndValues));
        }
        Map<String, Object> all = new LinkedHashMap<>(with);
        for (int i = 0; i < namesAndValues.length; i += 2) {
            all.put((String) namesAndValues[i], namesAndValues[i + 1]);
        }
        return new Text(key, all);
    }

    /** Several one after the other, as they are said here. */
    public static String join(String between, Collection<Text> all) {
        return all.stream().map(Text::toString).collect(Collectors.joining(between));
    }

    /** This text; what somebody wrote instead, where it has no words. */
    public Text or(String written) {
        return Language.ENGLISH.has(key) ? this : raw(written);
    }

    /**
     * The words of a code; one that has none is said with its own words apart, {@code boot-logo} as "boot logo".
     *
     * @param keys the key up to the code
     */
    public static Text named(String keys, String code) {
        return of(keys + code).or(code.replaceAll("([a-z])([A-Z])", "$1 $2").replace('-', ' '));
    }

    public boolean isEmpty() {
        return key.isEmpty();
    }

    /** In the language that is spoken where it is asked. */
    @Override
    @JsonValue
    public String toString() {
        return Say.language().say(this);
    }
}
