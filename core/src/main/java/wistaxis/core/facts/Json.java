package wistaxis.core.facts;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.SerializableString;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.core.io.CharacterEscapes;
import com.fasterxml.jackson.core.io.SerializedString;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.cfg.CoercionAction;
import com.fasterxml.jackson.databind.cfg.CoercionInputShape;
import com.fasterxml.jackson.databind.exc.InvalidFormatException;
import com.fasterxml.jackson.databind.exc.InvalidNullException;
import com.fasterxml.jackson.databind.exc.MismatchedInputException;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import com.fasterxml.jackson.databind.exc.ValueInstantiationException;
import com.fasterxml.jackson.databind.introspect.Annotated;
import com.fasterxml.jackson.databind.introspect.AnnotatedMember;
import com.fasterxml.jackson.databind.introspect.AnnotatedParameter;
import com.fasterxml.jackson.databind.introspect.JacksonAnnotationIntrospector;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.type.LogicalType;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.RecordComponent;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Strict JSON: unknown and repeated fields are refused, and every refusal names file, line, entry and value. */
public final class Json {
    private static final ObjectMapper MAPPER = JsonMapper.builder()
            .addModule(new JavaTimeModule())
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .enable(StreamReadFeature.INCLUDE_SOURCE_IN_LOCATION)
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .disable(DeserializationFeature.ACCEPT_FLOAT_AS_INT)
            .disable(MapperFeature.ALLOW_COERCION_OF_SCALARS)
            .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
            .annotationIntrospector(new NoNulls())
            .withCoercionConfig(LogicalType.Textual,
            c -> Stream.of(CoercionInputShape.Integer, CoercionInputShape.Float, CoercionInputShape.Boolean)
                    .forEach(shape -> c.setCoercion(shape, CoercionAction.Fail)))
            .build();

    static {
        MAPPER.getFactory().setCharacterEscapes(new Unprintable());
    }

    private static final int LONGEST_MESSAGE = 1500;

    /** In place of a line's number: the text is a whole file, and its lines are counted in it. */
    private static final int WHOLE = 0;

    private Json() {}

    /**
     * A component without {@code @Nullable} must be there, and be no null.
     *
     * @param name what to call the text in a message, a file name as a rule
     * @throws BadInput for anything that is not exactly such a value, with line, entry and value
     */
    public static <T> T read(String text, Class<T> type, String name) {
        return read(text, MAPPER.constructType(type), name, WHOLE);
    }

    /** One line of a file of such values, a line each. @param line its number, from 1 */
    public static <T> T readLine(String text, Class<T> type, String name, int line) {
        return read(text, MAPPER.constructType(type), name, line);
    }

    /** A list of such values. */
    public static <T> List<T> readList(String text, Class<T> type, String name) {
        List<T> read = read(text, MAPPER.getTypeFactory().constructCollectionType(List.class, type), name, WHOLE);
        int gap = read.indexOf(null);
        if (gap >= 0) {
            throw new BadInput(t("core.json.null", "where", name, "gap", gap));
        }
        return read;
    }

    private static <T> T read(String text, JavaType type, String name, int line) {
        String where = line == WHOLE ? name : t("core.json.line", "name", name, "line", line);
        try {
            T value = MAPPER.readValue(Utf8.withoutMark(text, where), type);
            if (value == null) {
                throw new BadInput(t("core.json.null-file", "where", where));
            }
            return value;
        } catch (JsonProcessingException e) {
            throw new BadInput(explain(e, name, line), e);
        } catch (StackOverflowError e) {
            throw new BadInput(t("core.json.too-deep", "where", where), e);
        }
    }

    /** Reads a fact that ships with the core, {@code /wistaxis/facts/NAME}. */
    public static <T> T fact(String name, Class<T> type) {
        try (InputStream in = Json.class.getResourceAsStream("/wistaxis/facts/" + name)) {
            if (in == null) {
                throw new IllegalArgumentException("no such fact file [" + name + "]");
            }
            return read(new String(in.readAllBytes(), StandardCharsets.UTF_8), type, name);
        } catch (IOException e) {
            throw new IllegalStateException("cannot read fact file [" + name + "]", e);
        }
    }

    public static String write(Object value) {
        return write(value, false);
    }

    public static String writePretty(Object value) {
        return write(value, true);
    }

    private static String write(Object value, boolean pretty) {
        try {
            return (pretty ? MAPPER.writerWithDefaultPrettyPrinter() : MAPPER.writer()).writeValueAsString(value);
        } catch (JsonProcessingException e) {
            throw new IllegalArgumentException("cannot write [" + value.getClass().getSimpleName() + "] as JSON", e);
        }
    }

    private static String explain(JsonProcessingException e, String name, int line) {
        JsonLocation at = e.getLocation();
        int said = line != WHOLE || at == null ? line : at.getLineNr();
        String entry = e instanceof JsonMappingException m ? path(m) : "";
        String where = said < 1 ? name : t("core.json.line", "name", name, "line", said);
        return t("core.json.says", "where", entry.isEmpty() ? where : where + ", " + entry, "why", reason(e));
    }

    /** Messages of the parser hold the value, which may be of any length, while what makes them plain takes time with the square of it. */
    private static String cut(String says) {
        return says.length() <= LONGEST_MESSAGE ? says : says.substring(0, LONGEST_MESSAGE) + "...";
    }

    private static String reason(JsonProcessingException e) {
        return switch (e) {
            case UnrecognizedPropertyException u -> t("core.json.unknown-field", "field", u.getPropertyName(), "known",
                    u.getKnownPropertyIds());
            case InvalidFormatException f when f.getTargetType().isEnum() ->
                    t("core.json.unknown-value", "value", f.getValue(), "known", Arrays.toString(f.getTargetType().getEnumConstants()));
            case InvalidFormatException f when f.getTargetType() == String.class -> t("core.json.not-text", "value", f.getValue());
            case InvalidFormatException f -> t("core.json.unreadable", "value", f.getValue(), "kind", f.getTargetType().getSimpleName());
            case InvalidNullException _ -> t("core.json.empty");
            case ValueInstantiationException v when v.getCause() instanceof NullPointerException -> t("core.json.missing", "fields",
                    fields(v.getType().getRawClass()));
            case ValueInstantiationException v when v.getCause() != null -> String.valueOf(v.getCause().getMessage());
            case MismatchedInputException m when m.getTargetType() != null && m.getTargetType().isRecord() && m.getOriginalMessage()
                    .startsWith("Cannot construct") ->
                    t("core.json.not-object", "fields", fields(m.getTargetType()));
            default -> plain(cut(String.valueOf(e.getOriginalMessage()).lines().findFirst().orElse(t("core.json.not-json"))));
        };
    }

    /** A text that is read into a type of its own. @throws BadInput for anything else */
    public static String text(Object value) {
        if (!(value instanceof String text)) {
            throw new BadInput(t("core.json.not-text", "value", value));
        }
        return text;
    }

    private static List<String> fields(Class<?> type) {
        return type.isRecord() ? Arrays.stream(type.getRecordComponents()).map(RecordComponent::getName).toList() : List.of();
    }

    /** The parser's own message without the names of classes. */
    private static String plain(String message) {
        return message.replaceAll("Missing required creator property '(\\w+)' \\(index \\d+\\)", t("core.json.field-missing", "field",
                "$1"))
                .replaceAll("`?(?:\\w+\\.)+([A-Z]\\w*)(?:<[^`]*>)?`?", "$1").replaceAll(" ?\\(token [^)]*\\)", "")
                .replaceAll("Cannot deserialize value of type (\\w+) from (\\w+) value",
                t("core.json.other-kind", "is", "$2", "wanted", "$1")).replace("ArrayList", t("core.json.list"));
    }

    /** Which components may be null: those that say so. Every other one is needed, and so is each element of a list or map. */
    private static final class NoNulls extends JacksonAnnotationIntrospector {
        private static final long serialVersionUID = 1L;
        private static final JsonSetter.Value FAIL = JsonSetter.Value.construct(Nulls.FAIL, Nulls.FAIL);
        private static final JsonSetter.Value FAIL_INSIDE = JsonSetter.Value.forContentNulls(Nulls.FAIL);

        @Override
        public JsonSetter.Value findSetterInfo(Annotated a) {
            return a instanceof AnnotatedParameter p ? isNeeded(p) ? FAIL : FAIL_INSIDE : super.findSetterInfo(a);
        }

        @Override
        public @Nullable Boolean hasRequiredMarker(AnnotatedMember m) {
            return m instanceof AnnotatedParameter p && isNeeded(p) ? Boolean.TRUE : super.hasRequiredMarker(m);
        }

        /** Whether each component is needed, found once: looking at a record's parts takes Java long. */
        private static final ClassValue<boolean[]> NEEDED = new ClassValue<>() {
            @Override
            protected boolean[] computeValue(Class<?> owner) {
                RecordComponent[] parts = owner.isRecord() ? owner.getRecordComponents() : new RecordComponent[0];
                boolean[] needed = new boolean[parts.length];
                for (int i = 0; i < parts.length; i++) {
                    needed[i] = !parts[i].getAnnotatedType().isAnnotationPresent(Nullable.class);
                }
                return needed;
            }
        };

        private static boolean isNeeded(AnnotatedParameter p) {
            boolean[] needed = NEEDED.get(p.getDeclaringClass());
            return needed.length > p.getIndex() && p.getOwner().getParameterCount() == needed.length && needed[p.getIndex()];
        }
    }

    /** Writes what would move a terminal or turn a line around as an escape; what is read from it is the same. */
    private static final class Unprintable extends CharacterEscapes {
        private static final long serialVersionUID = 1L;

        @Override
        public int[] getEscapeCodesForAscii() {
            int[] codes = standardAsciiEscapesForJSON();
            codes[0x7f] = ESCAPE_STANDARD;
            return codes;
        }

        @Override
        public @Nullable SerializableString getEscapeSequence(int letter) {
            return Shown.isUnprintable(letter) ? new SerializedString(String.format(Locale.ROOT, "\\u%04x", letter)) : null;
        }
    }

    private static String path(JsonMappingException e) {
        return e.getPath().stream()
                .map(r -> r.getFieldName() == null ? "[" + r.getIndex() + "]" : "." + r.getFieldName())
                .collect(Collectors.joining())
                .replaceFirst("^\\.", "");
    }
}
