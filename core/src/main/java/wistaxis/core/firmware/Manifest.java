package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import java.util.Collections;
import java.util.HexFormat;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.Work;

/**
 * What a firmware file says about itself.
 *
 * @param parts by entry name
 */
public record Manifest(List<String> products, String version, String build, Map<String, Part> parts) {
    /** The longest manifest that is read, bytes. */
    public static final int LONGEST = 16 << 20;

    private static final int LONGEST_TEXT = 60;

    /** A genuine one costs 2 to 3 units a byte: its objects, their keys again at each place, its parts. */
    private static final long WORK_A_BYTE = 6;
    private static final long LEAST_WORK = 1 << 20;

    /**
     * @param digest hex digits of SHA-1, SHA-256, SHA-384 or SHA-512, told apart by their number; empty where the manifest gives none
     * @param size bytes; negative where the manifest gives none
     */
    public record Part(String digest, long size) {
        /** What the manifest says of an entry that it does not list. */
        static final Part NONE = new Part("", -1);
    }

    public Manifest {
        products = List.copyOf(products);
        parts = Collections.unmodifiableMap(new LinkedHashMap<>(parts));
    }

    /**
     * @param goOn asked now and then; answering false stops
     * @throws BadInput saying which key is missing or of the wrong kind, or that reading it would take too much
     * @throws Work.Stopped when stopped
     */
    public static Manifest parse(byte[] bytes, FirmwareLayout layout, BooleanSupplier goOn) {
        Work work = new Work(WORK_A_BYTE * bytes.length + LEAST_WORK, goOn);
        Map<String, Object> root = Plist.dictionary(Plist.read(bytes, work), t("core.file.the-manifest"));
        FirmwareLayout.PartsAt at = layout.parts();
        Map<String, Part> parts = at.components() == null ? listed(root, at, work) : ofIdentities(root, at, at.components(), work);
        List<?> products = Plist.as(List.class, root.get(layout.products()), layout.products());
        work.spend(products.size());
        return new Manifest(products.stream().map(p -> Names.identifier(Plist.as(String.class, p, layout.products()))).distinct().toList(),
                text(root, layout.version()), Names.build(text(root, layout.build())), parts);
    }

    private static Map<String, Part> listed(Map<String, Object> root, FirmwareLayout.PartsAt at, Work work) {
        Map<String, Part> parts = new LinkedHashMap<>();
        Plist.dictionary(root.get(at.at()), at.at()).forEach((name, value) -> {
            work.spend(1);
            parts.put(name, part(Plist.dictionary(value, at.at() + "/" + name), at));
        });
        return parts;
    }

    /** An identity that is referred to more than once says nothing new the second time. */
    private static Map<String, Part> ofIdentities(Map<String, Object> root, FirmwareLayout.PartsAt at, String components, Work work) {
        Map<String, Part> parts = new LinkedHashMap<>();
        Set<Object> seen = Collections.newSetFromMap(new IdentityHashMap<>());
        for (Object identity : Plist.as(List.class, root.get(at.at()), at.at())) {
            Map<String, Object> all = Plist.dictionary(Plist.dictionary(identity, at.at()).get(components), components);
            if (seen.add(all)) {
                all.forEach((name, value) -> {
                    work.spend(1);
                    Map<String, Object> component = Plist.dictionary(value, components + "/" + name);
                    pathOf(component, at.path()).ifPresent(path -> add(parts, path, part(component, at)));
                });
            }
        }
        return parts;
    }

    /** The same part may serve several models; then its digest is the same, or one of them gives none. */
    private static void add(Map<String, Part> parts, String path, Part part) {
        Part other = parts.get(path);
        if (other != null && !other.digest().isEmpty() && !part.digest().isEmpty() && !other.digest().equals(part.digest())) {
            throw new BadInput(t("core.file.two-digests", "part", Shown.value(path)));
        }
        if (other == null || other.digest().isEmpty()) {
            parts.put(path, part);
        }
    }

    private static Optional<String> pathOf(Map<String, Object> component, List<String> keys) {
        Object at = component;
        for (String key : keys) {
            at = at instanceof Map<?, ?> d ? d.get(key) : null;
        }
        return at instanceof String path ? Optional.of(path) : Optional.empty();
    }

    private static Part part(Map<String, Object> from, FirmwareLayout.PartsAt at) {
        long size = at.size() == null ? -1 : Plist.as(Long.class, from.get(at.size()), at.size());
        String digest = switch (from.get(at.digest())) {
            case byte[] data -> HexFormat.of().formatHex(data);
            case String hex -> hex.toLowerCase(Locale.ROOT);
            case null -> {
                if (at.size() != null) {
                    throw new BadInput(t("core.file.key-missing", "key", at.digest()));
                }
                yield "";
            }
            default -> throw new BadInput(t("core.file.key-kind", "key", at.digest()));
        };
        if (!digest.matches("|[0-9a-f]{40}|[0-9a-f]{64}|[0-9a-f]{96}|[0-9a-f]{128}")) {
            throw new BadInput(t("core.file.no-digest", "key", at.digest(), "digest", Shown.value(digest)));
        }
        if (at.size() != null && size < 0) {
            throw new BadInput(t("core.file.bad-size", "key", at.size(), "size", size));
        }
        return new Part(digest, size);
    }

    private static String text(Map<String, Object> from, String key) {
        String text = Plist.as(String.class, from.get(key), key);
        if (text.isBlank() || text.length() > LONGEST_TEXT || text.codePoints().anyMatch(Shown::isUnprintable)) {
            throw new BadInput(t("core.file.bad-value", "key", key, "value", Shown.value(text)));
        }
        return text;
    }
}
