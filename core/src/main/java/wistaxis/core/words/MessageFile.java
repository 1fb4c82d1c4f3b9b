package wistaxis.core.words;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A message file: keys and patterns, as properties in UTF-8. */
final class MessageFile {
    private static final Pattern KEY = Pattern.compile("\\s*([^\\s=:#!][^\\s=:]*)\\s*[=:].*");

    private MessageFile() {}

    /** One that ships; empty where a module is not there. @param name the module's, which is the first part of its keys */
    static Map<String, String> shipped(String name, String tag) {
        try (InputStream in = MessageFile.class.getResourceAsStream("/wistaxis/words/" + name + "_" + tag + ".properties")) {
            if (in == null) {
                return Map.of();
            }
            Properties read = new Properties();
            read.load(new InputStreamReader(in, StandardCharsets.UTF_8));
            return map(read);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Map<String, String> map(Properties read) {
        Map<String, String> all = HashMap.newHashMap(read.size());
        read.forEach((k, v) -> all.put((String) k, (String) v));
        return all;
    }

    /** @throws IllegalArgumentException for an escape that is none */
    static Map<String, String> parse(String text) {
        Properties read = new Properties();
        try {
            read.load(new StringReader(text));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return map(read);
    }

    /** The line on which a key stands, from 1; 0 where it is not found. */
    static int lineOf(String text, String key) {
        List<String> lines = new ArrayList<>(text.lines().toList());
        for (int i = 0; i < lines.size(); i++) {
            Matcher m = KEY.matcher(lines.get(i));
            if (m.matches() && m.group(1).equals(key)) {
                return i + 1;
            }
        }
        return 0;
    }

    /** The names of the arguments of a pattern. */
    static Set<String> arguments(String pattern) {
        Set<String> names = new TreeSet<>();
        Matcher m = Pattern.compile("\\{\\s*(\\w+)\\s*[,}]").matcher(pattern);
        while (m.find()) {
            names.add(m.group(1));
        }
        return names;
    }
}
