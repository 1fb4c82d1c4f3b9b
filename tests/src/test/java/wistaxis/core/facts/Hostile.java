package wistaxis.core.facts;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;

/**
 * Families of hostile texts made from a good one: every value of it, wherever it stands, replaced by each of what a hand, a program or an
 * enemy may put there.
 */
public final class Hostile {
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    /** @param where the value that was replaced, as a JSON pointer. @param what by what */
    public record Text(String where, String what, String json) {}

    private record Bad(String what, JsonNode value) {}

    private Hostile() {}

    private static List<Bad> bad() {
        ObjectNode object = MAKE.objectNode().put("a", 1);
        ArrayNode nulls = MAKE.arrayNode().addNull();
        return List.of(new Bad("null", MAKE.nullNode()), new Bad("a number", MAKE.numberNode(7)),
                new Bad("a negative", MAKE.numberNode(-1)), new Bad("a fraction", MAKE.numberNode(0.5)),
                new Bad("huge", MAKE.numberNode(BigInteger.TEN.pow(300))), new Bad("nearly endless", MAKE.numberNode(1e308)),
                new Bad("text", MAKE.textNode("x")), new Bad("empty text", MAKE.textNode("")),
                new Bad("a path", MAKE.textNode("/../../x")), new Bad("controls", MAKE.textNode("\u001b[2J\u009b\u202e")),
                new Bad("long text", MAKE.textNode("y".repeat(100_000))),
                new Bad("true", MAKE.booleanNode(true)), new Bad("empty list", MAKE.arrayNode()), new Bad("a list of null", nulls),
                new Bad("a list", MAKE.arrayNode().add(1)),
                new Bad("empty object", MAKE.objectNode()), new Bad("an object", object));
    }

    /** Every such text of a good one, and the good one without each of its fields, with one more, and cut off. */
    public static List<Text> of(String good) {
        try {
            JsonNode root = MAPPER.readTree(good);
            List<Text> all = new ArrayList<>();
            for (Bad bad : bad()) {
                all.add(new Text("", bad.what(), bad.value().toString()));
            }
            guide(root, root, "", all);
            for (int cut = 0; cut < good.length(); cut += Math.max(1, good.length() / 40)) {
                all.add(new Text("at " + cut, "cut off", good.substring(0, cut)));
            }
            return all;
        } catch (JsonProcessingException e) {
            throw new IllegalArgumentException("the good text is none", e);
        }
    }

    private static void guide(JsonNode root, JsonNode at, String where, List<Text> all) {
        if (at instanceof ObjectNode object) {
            object.put("strange", 1);
            all.add(new Text(where, "a field more", root.toString()));
            object.remove("strange");
            for (String name : List.copyOf(properties(object))) {
                JsonNode was = object.get(name);
                for (Bad bad : bad()) {
                    object.set(name, bad.value());
                    all.add(new Text(where + "/" + name, bad.what(), root.toString()));
                }
                object.remove(name);
                all.add(new Text(where + "/" + name, "missing", root.toString()));
                object.set(name, was);
                guide(root, was, where + "/" + name, all);
            }
        } else if (at instanceof ArrayNode array) {
            for (int i = 0; i < Math.min(2, array.size()); i++) {
                JsonNode was = array.get(i);
                for (Bad bad : bad()) {
                    array.set(i, bad.value());
                    all.add(new Text(where + "/" + i, bad.what(), root.toString()));
                }
                array.set(i, was);
                guide(root, was, where + "/" + i, all);
            }
        }
    }

    private static List<String> properties(ObjectNode object) {
        List<String> names = new ArrayList<>();
        object.fieldNames().forEachRemaining(names::add);
        return names;
    }
}
