package wistaxis.core.firmware;

import com.dd.plist.NSArray;
import com.dd.plist.NSData;
import com.dd.plist.NSDictionary;
import com.dd.plist.NSNumber;
import com.dd.plist.NSObject;
import com.dd.plist.NSString;
import com.dd.plist.PropertyListParser;
import java.util.Arrays;
import java.util.Collections;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
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
    public static final int LONGEST = 16 << 20;

    /**
     * @param digest hex digits of SHA-1, SHA-256, SHA-384 or SHA-512, told apart by their number; empty where the manifest gives none
     * @param size bytes; negative where the manifest gives none
     */
    public record Part(String digest, long size) {}

    public Manifest {
        products = List.copyOf(products);
        parts = Collections.unmodifiableMap(new LinkedHashMap<>(parts));
    }

    /** @throws BadInput saying which key is missing or of the wrong kind */
    public static Manifest parse(byte[] bytes, PackageLayout layout) {
        NSDictionary root = as(NSDictionary.class, plist(bytes), "the manifest");
        PackageLayout.PartsAt at = layout.parts();
        Map<String, Part> parts = at.components() == null ? listed(root, at) : ofIdentities(root, at, at.components());
        NSArray products = as(NSArray.class, root.get(layout.products()), layout.products());
        return new Manifest(Arrays.stream(products.getArray()).map(p -> as(NSString.class, p, layout.products()).getContent()).toList(),
                text(root, layout.version()), text(root, layout.build()), parts);
    }

    private static Map<String, Part> listed(NSDictionary root, PackageLayout.PartsAt at) {
        Map<String, Part> parts = new LinkedHashMap<>();
        NSDictionary all = as(NSDictionary.class, root.get(at.at()), at.at());
        for (String name : all.allKeys()) {
            parts.put(name, part(as(NSDictionary.class, all.get(name), at.at() + "/" + name), at));
        }
        return parts;
    }

    private static Map<String, Part> ofIdentities(NSDictionary root, PackageLayout.PartsAt at, String components) {
        Map<String, Part> parts = new LinkedHashMap<>();
        for (NSObject identity : as(NSArray.class, root.get(at.at()), at.at()).getArray()) {
            NSDictionary all = as(NSDictionary.class, as(NSDictionary.class, identity, at.at()).get(components), components);
            for (String name : all.allKeys()) {
                NSDictionary component = as(NSDictionary.class, all.get(name), components + "/" + name);
                pathOf(component, at.path()).ifPresent(path -> add(parts, path, part(component, at)));
            }
        }
        return parts;
    }

    /** The same part may serve several models; then its digest is the same, or one of them gives none. */
    private static void add(Map<String, Part> parts, String path, Part part) {
        Part other = parts.get(path);
        if (other != null && !other.digest().isEmpty() && !part.digest().isEmpty() && !other.digest().equals(part.digest())) {
            throw new BadInput("the manifest gives two digests for the part [" + EntryNames.shown(path) + "]");
        }
        if (other == null || other.digest().isEmpty()) {
            parts.put(path, part);
        }
    }

    private static java.util.Optional<String> pathOf(NSDictionary component, List<String> keys) {
        NSObject at = component;
        for (String key : keys) {
            at = at instanceof NSDictionary d ? d.get(key) : null;
        }
        return at instanceof NSString path ? java.util.Optional.of(path.getContent()) : java.util.Optional.empty();
    }

    private static Part part(NSDictionary from, PackageLayout.PartsAt at) {
        NSObject size = at.size() == null ? null : as(NSNumber.class, from.get(at.size()), at.size());
        String digest = switch (from.get(at.digest())) {
            case NSData data -> HexFormat.of().formatHex(data.bytes());
            case NSString hex -> hex.getContent().toLowerCase(Locale.ROOT);
            case null -> {
                if (at.size() != null) {
                    throw new BadInput("the manifest's [" + at.digest() + "] is missing");
                }
                yield "";
            }
            default -> throw new BadInput("the manifest's [" + at.digest() + "] is of the wrong kind");
        };
        if (!digest.matches("|[0-9a-f]{40}|[0-9a-f]{64}|[0-9a-f]{96}|[0-9a-f]{128}")) {
            throw new BadInput("the manifest's [" + at.digest() + "] is no digest: [" + EntryNames.shown(digest) + "]");
        }
        return new Part(digest, size instanceof NSNumber n ? n.longValue() : -1);
    }

    private static NSObject plist(byte[] bytes) {
        PlistGuard.check(bytes);
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
            throw new BadInput("the manifest's [" + EntryNames.shown(key) + "] is " + (value == null ? "missing" : "of the wrong kind, " + value.getClass().getSimpleName().substring(2)));
        }
        return kind.cast(value);
    }
}
