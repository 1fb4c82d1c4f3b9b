package wistaxis.core.restore;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.route.Wilson;
import wistaxis.core.ticket.Observed;
import wistaxis.core.words.Text;

/** What goes wrong at the computer, and the short route of tries for each. What the shop tried before decides nothing, but is told. */
public final class ComputerProblems {
    private static final List<Problem> ALL = Json.fact("computer-problems.json", Problems.class).problems();

    private record Problems(List<Problem> problems) {}

    /** Words of an error are nearly the same when they share so much of all their words. Ours. */
    private static final double NEARLY = 0.6;

    /** @param tries in the order in which they are made */
    public record Problem(String id, Text title, Text means, List<Try> tries, Provenance provenance, String source) {}

    /** One try. @param seldom true for one that seldom helps and costs hours; null for any other */
    public record Try(String id, Text says, @Nullable Boolean seldom) {
        public boolean isSeldom() {
            return Boolean.TRUE.equals(seldom);
        }
    }

    /**
     * What a try came to in this shop.
     *
     * @param helped how often it helped
     * @param of how often it was made
     * @param interval the 95 % interval of the share, by Wilson
     */
    public record Tried(int helped, int of, Wilson interval) {
        /** In words. */
        public String says() {
            return t(helped == 0 && of > 1 ? "core.run.never-helped" : "core.run.tried", "helped", helped, "of", of, "low",
                    Math.round(100 * interval.low()), "high", Math.round(100 * interval.high()));
        }
    }

    private ComputerProblems() {}

    public static List<Problem> all() {
        return ALL;
    }

    public static Optional<Problem> of(String id) {
        return ALL.stream().filter(t -> t.id().equals(id)).findFirst();
    }

    /** Where an error at a stage usually comes from, in words. Common practice. @param stage null where no run goes on */
    public static Text source(@Nullable String stage) {
        return Text.of("core.error-source." + switch (stage == null ? "none" : stage) {
            case "download" -> "internet";
            case "check", "extract", "prepare" -> "program";
            case "sign" -> "signing";
            case "send", "restore-software", "restore-firmware", "verify" -> "cable";
            case "restart", "second-bar", "greeting" -> "hardware";
            default -> "none";
        });
    }

    /** What was tried before for the same or nearly the same, by try. */
    public static Map<String, Tried> before(String kind, String words, List<Observed.Problem> notebook) {
        Map<String, int[]> counts = new LinkedHashMap<>();
        notebook.stream().filter(t -> t.kind().equals(kind) && alike(words, t.words())).flatMap(t -> t.tries().stream()).forEach(t -> {
            int[] count = counts.computeIfAbsent(t.step(), _ -> new int[2]);
            count[0] += t.helped() ? 1 : 0;
            count[1]++;
        });
        Map<String, Tried> tried = new LinkedHashMap<>();
        counts.entrySet().stream().sorted(Comparator.comparingDouble(e -> -Wilson.of(e.getValue()[0], e.getValue()[1]).low()))
                .forEach(e -> tried.put(e.getKey(), new Tried(e.getValue()[0], e.getValue()[1],
                        Wilson.of(e.getValue()[0], e.getValue()[1]))));
        return tried;
    }

    /** Whether two texts of a computer say the same or nearly so: a number in one has to be in the other, words may differ a little. */
    public static boolean alike(String a, String b) {
        Set<String> one = words(a);
        Set<String> other = words(b);
        if (one.isEmpty() || other.isEmpty()) {
            return one.isEmpty() && other.isEmpty();
        }
        if (!numbers(one).equals(numbers(other))) {
            return false;
        }
        Set<String> both = new HashSet<>(one);
        both.retainAll(other);
        Set<String> all = new HashSet<>(one);
        all.addAll(other);
        return !numbers(one).isEmpty() || both.size() >= NEARLY * all.size();
    }

    private static Set<String> words(String text) {
        List<String> words = new ArrayList<>(List.of(text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")));
        words.removeIf(String::isBlank);
        return new HashSet<>(words);
    }

    private static Set<String> numbers(Set<String> words) {
        Set<String> numbers = new HashSet<>(words);
        numbers.removeIf(w -> !w.chars().allMatch(Character::isDigit));
        return numbers;
    }
}
