package wistaxis.core.device;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Finds models by what is typed: words of the name in any order, the last one perhaps unfinished, or a code. */
final class ModelSearch {
    /** A word of a name: 12.9, 2 (of 2nd), m4, a16, se, 11; "13mini" and "ipad9" fall into two. */
    private static final Pattern WORD = Pattern.compile("[am]\\d+|\\d+(?:\\.\\d+)?|[a-z]+");

    private static final List<String> NOISE = List.of("generation", "gen", "inch", "in", "nd", "rd", "th", "st", "the");

    private final List<Entry> entries;

    private record Entry(DeviceModel model, int place, List<String> words, List<String> codes) {}

    private record Hit(Entry entry, int exact, int left) {}

    ModelSearch(List<DeviceModel> models) {
        entries = IntStream.range(0, models.size()).mapToObj(i -> entry(models.get(i), i)).toList();
    }

    private static Entry entry(DeviceModel m, int place) {
        return new Entry(m, place, words(m.name()), Stream.concat(Stream.of(m.identifier()), m.aNumbers().stream()).map(ModelSearch::code)
                .toList());
    }

    List<DeviceModel> find(String typed) {
        String code = code(typed);
        if (code.isEmpty()) {
            return List.of();
        }
        List<DeviceModel> exact = entries.stream().filter(e -> e.codes().contains(code)).map(Entry::model).toList();
        if (!exact.isEmpty()) {
            return exact;
        }
        List<String> wanted = words(typed);
        Stream<DeviceModel> named = wanted.isEmpty() ? Stream.of() : entries.stream().flatMap(e -> hit(e, wanted).stream())
                .sorted(Comparator.comparingInt((Hit h) -> h.left()).thenComparing(h -> -h.exact()).thenComparing(h -> h.entry().place()))
                .map(h -> h.entry().model());
        Stream<DeviceModel> coded = code.length() < 2 ? Stream.of() : entries.stream()
                .filter(e -> e.codes().stream().anyMatch(c -> c.startsWith(code))).map(Entry::model);
        return Stream.concat(named, coded).distinct().toList();
    }

    /** The best match, if no other is as good. */
    Optional<DeviceModel> best(String typed) {
        List<DeviceModel> found = find(typed);
        if (found.size() < 2) {
            return found.stream().findFirst();
        }
        List<String> wanted = words(typed);
        List<Hit> first = found.stream().limit(2).flatMap(m -> entries.stream().filter(e -> e.model().equals(m)))
                .flatMap(e -> hit(e, wanted).stream()).toList();
        boolean better = first.size() == 2 && (first.getFirst().left() < first.getLast().left() || first.getFirst()
                .left() == first.getLast().left() && first.getFirst().exact() > first.getLast().exact());
        return better ? Optional.of(first.getFirst().entry().model()) : Optional.empty();
    }

    /** Every typed word must be a word of the name, each another one; a word still being typed may be the beginning of one. */
    private static List<Hit> hit(Entry entry, List<String> wanted) {
        List<String> left = new ArrayList<>(entry.words());
        int exact = 0;
        for (String word : wanted) {
            if (left.remove(word)) {
                exact++;
            } else if (left.stream().filter(w -> w.startsWith(word) && (word.length() > 1 || w.matches("[a-z].*"))).findFirst()
                    .map(left::remove).isEmpty()) {
                return List.of();
            }
        }
        return List.of(new Hit(entry, exact, left.size()));
    }

    private static List<String> words(String text) {
        List<String> words = new ArrayList<>();
        Matcher m = WORD.matcher(text.toLowerCase(Locale.ROOT));
        while (m.find()) {
            if (!NOISE.contains(m.group())) {
                words.add(m.group());
            }
        }
        return words;
    }

    private static String code(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9,]", "");
    }
}
