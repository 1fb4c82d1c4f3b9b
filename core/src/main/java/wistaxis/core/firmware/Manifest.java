package wistaxis.core.firmware;

import com.dd.plist.NSArray;
import com.dd.plist.NSDictionary;
import com.dd.plist.NSNumber;
import com.dd.plist.NSObject;
import com.dd.plist.NSString;
import com.dd.plist.PropertyListParser;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;

/**
 * What a package says about itself.
 *
 * @param parts by entry name
 */
public record Manifest(List<String> products, String version, String build, Map<String, Part> parts) {
    /** The longest manifest that is read, bytes. */
    public static final int LONGEST = 4 << 20;

    /**
     * @param sha256 64 hex digits
     * @param size bytes
     */
    public record Part(String sha256, long size) {}

    public Manifest {
        products = List.copyOf(products);
        parts = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(parts));
    }

    /** @throws BadInput saying which key is missing or of the wrong kind */
    public static Manifest parse(byte[] bytes, PackageLayout layout) {
        NSDictionary root = as(NSDictionary.class, plist(bytes), "the manifest");
        Map<String, Part> parts = new LinkedHashMap<>();
        NSDictionary listed = as(NSDictionary.class, root.get(layout.parts()), layout.parts());
        for (String name : listed.allKeys()) {
            NSDictionary part = as(NSDictionary.class, listed.get(name), layout.parts() + "/" + name);
            parts.put(name, new Part(text(part, layout.digest()).toLowerCase(java.util.Locale.ROOT), as(NSNumber.class, part.get(layout.size()), layout.size()).longValue()));
        }
        NSArray products = as(NSArray.class, root.get(layout.products()), layout.products());
        return new Manifest(Arrays.stream(products.getArray()).map(p -> as(NSString.class, p, layout.products()).getContent()).toList(),
                text(root, layout.version()), text(root, layout.build()), parts);
    }

    private static NSObject plist(byte[] bytes) {
        String head = new String(bytes, 0, Math.min(bytes.length, 8), StandardCharsets.ISO_8859_1);
        if (!head.equals("bplist00") && !head.startsWith("<")) {
            throw new BadInput("the manifest is not a property list: it begins with [" + head.replaceAll("\\P{Print}", "?") + "]");
        }
        if (head.startsWith("<") && new String(bytes, StandardCharsets.UTF_8).contains("<!ENTITY")) {
            throw new BadInput("the manifest defines entities, which no genuine one does");
        }
        try {
            return PropertyListParser.parse(bytes);
        } catch (Exception | StackOverflowError e) {
            throw new BadInput("the manifest cannot be read as a property list: " + e.getMessage(), e);
        }
    }

    private static String text(NSDictionary from, String key) {
        return as(NSString.class, from.get(key), key).getContent();
    }

    private static <T> T as(Class<T> kind, @Nullable NSObject value, String key) {
        if (!kind.isInstance(value)) {
            throw new BadInput("the manifest's [" + key + "] is " + (value == null ? "missing" : "of the wrong kind, " + value.getClass().getSimpleName().substring(2)));
        }
        return kind.cast(value);
    }
}
