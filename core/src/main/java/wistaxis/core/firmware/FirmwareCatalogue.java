package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;

/**
 * The builds known, with the time at which each one's signing was asked. Immutable. Its JSON form is the open format
 * {@code wistaxis-firmware}, see {@code docs/formats.md}.
 *
 * @param builds one entry a firmware file
 */
public record FirmwareCatalogue(List<Listed> builds) {
    public static final FirmwareCatalogue EMPTY = new FirmwareCatalogue(List.of());

    private static final String FORMAT = "wistaxis-firmware";

    /**
     * @param askedAt when the library said so
     * @param imported true for one that somebody took in from a file or typed in: no library's silence takes it away; null otherwise
     * @param by who said last whether it is signed, in words; null where the library or the imported file did
     */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    public record Listed(Build build, Instant askedAt, @Nullable Boolean imported, @Nullable String by) {
        public Listed(Build build, Instant askedAt) {
            this(build, askedAt, null, null);
        }

        /** Another time and build, from wherever this one is. */
        private Listed with(Build other, Instant at) {
            return new Listed(other, at, imported, by);
        }
    }

    private record Document(String format, int version, List<Listed> builds) {}

    public FirmwareCatalogue {
        builds = List.copyOf(builds);
    }

    /** @throws BadInput for text that is not such a catalogue, by line, entry and value */
    public static FirmwareCatalogue parse(String json, String name) {
        Document d = Json.read(json, Document.class, name);
        if (!d.format().equals(FORMAT) || d.version() != 1) {
            throw new BadInput(t("core.bad.list-format", "name", name, "format", d.format(), "version", d.version(), "known", FORMAT));
        }
        return EMPTY.merge(d.builds());
    }

    public String toJson() {
        return Json.writePretty(new Document(FORMAT, 1, builds)) + "\n";
    }

    /** The builds for a model, newest first. */
    public List<Listed> of(String identifier) {
        return builds.stream().filter(l -> l.build().identifiers().contains(identifier))
                .sorted(Comparator.<Listed, SystemVersion>comparing(l -> l.build().version()).reversed()).toList();
    }

    /** When the library was last asked about a model. */
    public Optional<Instant> askedAt(String identifier) {
        return of(identifier).stream().map(Listed::askedAt).max(Comparator.naturalOrder());
    }

    /** The entry of a build. @param key see {@link Build#key} */
    public Optional<Listed> byKey(String key) {
        return builds.stream().filter(l -> l.build().key().equals(key)).findFirst();
    }

    /**
     * The same, for an import: what it says was asked, was asked already.
     *
     * @throws BadInput for an entry from the future, by build and date
     */
    public static FirmwareCatalogue parseImport(String json, String name, Instant now) {
        FirmwareCatalogue read = parse(json, name);
        read.builds().stream().filter(l -> l.askedAt().isAfter(now)).findFirst().ifPresent(l -> {
            throw new BadInput(t("core.bad.asked-later", "name", name, "build", l.build().build(), "at", String.valueOf(l.askedAt())));
        });
        return new FirmwareCatalogue(read.builds().stream().map(l -> new Listed(l.build().elsewhere(), l.askedAt(), true, null)).toList());
    }

    /** With nothing in it from after a time: what claims to be is of that time, so that whoever is asked next knows better. */
    public FirmwareCatalogue notAfter(Instant now) {
        return new FirmwareCatalogue(builds.stream().map(l -> l.askedAt().isAfter(now) ? l.with(l.build(), now) : l).toList());
    }

    /**
     * With a build that somebody typed in from what the computer or the maker shows.
     *
     * @param who who did, in words
     * @param seen where its signing was seen, in words; blank where nobody said
     */
    public FirmwareCatalogue typed(Build build, String who, String seen, Instant now) {
        return merge(List.of(new Listed(build, now, true, t("core.build.typed-by", "who", who, "seen", seen.isBlank() ? "none" : seen))));
    }

    /**
     * With what somebody knows of a build's signing; unchanged where no such build is known.
     *
     * @param granted null where nobody knows
     * @param who who saw it and where, in words
     */
    public FirmwareCatalogue signingSeen(Build build, @Nullable Boolean granted, String who, Instant now) {
        return new FirmwareCatalogue(builds.stream().map(l -> l.build().key().equals(build.key())
                ? new Listed(granted == null ? l.build().unsureIfSigned() : l.build().signed(granted, now), now, l.imported(), who) : l)
                        .toList());
    }

    /** With an entry in place of what is said of the same build. */
    public FirmwareCatalogue with(Listed entry) {
        return new FirmwareCatalogue(builds.stream().map(l -> l.build().key().equals(entry.build().key()) ? entry : l).toList());
    }

    /** With more builds; of two of the same firmware file what was asked later counts, for the models of both. */
    public FirmwareCatalogue merge(List<Listed> more) {
        Map<String, Listed> all = new LinkedHashMap<>();
        builds.forEach(l -> all.put(l.build().key(), l));
        more.forEach(l -> all.merge(l.build().key(), l, FirmwareCatalogue::later));
        Map<String, List<Build>> told = all.values().stream().map(Listed::build).filter(b -> b.sha256() != null)
                .collect(Collectors.groupingBy(Build::build));
        return new FirmwareCatalogue(all.values().stream().flatMap(l -> unlessTold(l, told.getOrDefault(l.build().build(), List.of())))
                .toList());
    }

    /** An entry without a digest for the models of which no entry with one says more; none where that is all of them. */
    private static Stream<Listed> unlessTold(Listed l, List<Build> told) {
        if (l.build().sha256() != null || told.isEmpty()) {
            return Stream.of(l);
        }
        List<String> left = l.build().identifiers().stream().filter(i -> told.stream().noneMatch(b -> b.identifiers().contains(i)))
                .toList();
        return left.isEmpty() ? Stream.empty() : Stream.of(l.with(l.build().of(left), l.askedAt()));
    }

    private static Listed later(Listed was, Listed is) {
        Set<String> models = new LinkedHashSet<>(was.build().identifiers());
        models.addAll(is.build().identifiers());
        Listed later = is.askedAt().isBefore(was.askedAt()) ? was : is;
        return new Listed(later.build().of(models), later.askedAt(), was.imported() != null ? was.imported() : is.imported(),
                later.by());
    }

    /**
     * With the library's answer for a model in place of what was known of it. A build that is not listed any more goes, unless it was
     * imported, is another model's too, or its firmware file is in the
     * firmware folder: then it stays, in the last case as one whose signing is over.
     *
     * @param inFirmwareFolder keys of the builds whose firmware files lie in the firmware folder
     */
    public FirmwareCatalogue refreshed(String identifier, List<Build> answer, Instant now, Set<String> inFirmwareFolder) {
        Set<String> listed = answer.stream().map(Build::key).collect(Collectors.toSet());
        List<Listed> kept = new ArrayList<>();
        for (Listed l : builds) {
            boolean gone = l.build().identifiers().contains(identifier) && !listed.contains(l.build().key());
            List<String> others = l.build().identifiers().stream().filter(i -> !i.equals(identifier)).toList();
            if (!gone || l.imported() != null) {
                kept.add(l);
            } else if (!others.isEmpty()) {
                kept.add(l.with(l.build().of(others), l.askedAt()));
            } else if (inFirmwareFolder.contains(l.build().key())) {
                kept.add(l.with(l.build().unsigned(), now));
            }
        }
        return new FirmwareCatalogue(kept).notAfter(now).merge(answer.stream().map(b -> new Listed(b.elsewhere(), now)).toList());
    }
}
