package wistaxis.core.words;

import com.ibm.icu.text.MessagePattern;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A message file: keys and patterns, as properties in UTF-8. */
final class MessageFile {
    private static final Pattern KEY = Pattern.compile("\\s*([^\\s=:#!][^\\s=:]*)\\s*[=:].*");
    private static final Pattern ARGUMENT = Pattern.compile("\\{\\s*(\\w+)\\s*[,}]");

    private MessageFile() {}

    /** One that ships; empty where a module is not there. @param name the module's, which is the first part of its keys */
    static Map<String, String> shipped(String name, String tag) {
        try (InputStream in = MessageFile.class.getResourceAsStream("/wistaxis/words/" + name + "_" + tag + ".properties")) {
            if (in == null) {
                return Map.of();
            }
            return read(new InputStreamReader(in, StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Map<String, String> read(Reader from) throws IOException {
        Properties read = new Properties();
        read.load(from);
        Map<String, String> all = HashMap.newHashMap(read.size());
        read.forEach((k, v) -> all.put((String) k, (String) v));
        return all;
    }

    /** @throws IllegalArgumentException for an escape that is none */
    static Map<String, String> parse(String text) {
        try {
            return read(new StringReader(text));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The first line on which each key stands, from 1. */
    static Map<String, Integer> lines(String text) {
        Map<String, Integer> all = new HashMap<>();
        int line = 0;
        for (String said : (Iterable<String>) text.lines()::iterator) {
            line++;
            Matcher m = KEY.matcher(said);
            if (m.matches()) {
                all.putIfAbsent(m.group(1), line);
            }
        }
        return all;
    }

    /** The names of the arguments of a pattern. */
    static Set<String> arguments(String pattern) {
        Set<String> names = new TreeSet<>();
        if (pattern.indexOf(',') >= 0 && pattern.indexOf('{') >= 0) {
            try {
                MessagePattern parts = new MessagePattern(pattern);
                for (int i = 0; i < parts.countParts(); i++) {
                    if (parts.getPart(i).getType() == MessagePattern.Part.Type.ARG_NAME) {
                        names.add(parts.getSubstring(parts.getPart(i)));
                    }
                }
                return names;
            } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
                names.clear(); // a broken one is looked at as far as it goes
            }
        }
        Matcher m = ARGUMENT.matcher(pattern);
        while (m.find()) {
            names.add(m.group(1));
        }
        return names;
    }
}
