package wistaxis.core.facts;

import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.exc.InvalidFormatException;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import com.fasterxml.jackson.databind.exc.ValueInstantiationException;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.RecordComponent;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

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
            .build();

    private Json() {}

    /** @param name what to call the text in a message, a file name as a rule */
    public static <T> T read(String text, Class<T> type, String name) {
        try {
            T value = MAPPER.readValue(text, type);
            if (value == null) {
                throw new BadInput(name + ": the file holds [null]; write an object instead");
            }
            return value;
        } catch (JsonProcessingException e) {
            throw new BadInput(explain(e, name), e);
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

    private static String explain(JsonProcessingException e, String name) {
        JsonLocation at = e.getLocation();
        String line = at == null || at.getLineNr() < 1 ? "" : " line " + at.getLineNr();
        String entry = e instanceof JsonMappingException m ? path(m) : "";
        return name + line + (entry.isEmpty() ? "" : ", " + entry) + ": " + reason(e);
    }

    private static String reason(JsonProcessingException e) {
        return switch (e) {
            case UnrecognizedPropertyException u -> "unknown field [" + u.getPropertyName() + "]; known are " + u.getKnownPropertyIds();
            case InvalidFormatException f when f.getTargetType().isEnum() ->
                    "unknown value [" + f.getValue() + "]; use one of " + Arrays.toString(f.getTargetType().getEnumConstants());
            case InvalidFormatException f -> "[" + f.getValue() + "] cannot be read as " + f.getTargetType().getSimpleName();
            case ValueInstantiationException v when v.getCause() instanceof NullPointerException -> "a field is missing; there are " + fields(v.getType().getRawClass());
            case ValueInstantiationException v when v.getCause() != null -> String.valueOf(v.getCause().getMessage());
            default -> plain(e.getOriginalMessage().lines().findFirst().orElse("not JSON"));
        };
    }

    private static List<String> fields(Class<?> type) {
        return type.isRecord() ? Arrays.stream(type.getRecordComponents()).map(RecordComponent::getName).toList() : List.of();
    }

    /** The parser's own message without the names of classes. */
    private static String plain(String message) {
        return message.replaceAll("Missing required creator property '(\\w+)' \\(index \\d+\\)", "field [$1] is missing")
                .replaceAll("`?(?:\\w+\\.)+([A-Z]\\w*)(?:<[^`]*>)?`?", "$1").replaceAll(" ?\\(token [^)]*\\)", "")
                .replaceAll("Cannot deserialize value of type (\\w+) from (\\w+) value", "the kind of value does not fit: $2, where $1 belongs").replace("ArrayList", "a list");
    }

    private static String path(JsonMappingException e) {
        return e.getPath().stream()
                .map(r -> r.getFieldName() == null ? "[" + r.getIndex() + "]" : "." + r.getFieldName())
                .collect(Collectors.joining())
                .replaceFirst("^\\.", "");
    }
}
