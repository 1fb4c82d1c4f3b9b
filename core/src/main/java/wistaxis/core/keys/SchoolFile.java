package wistaxis.core.keys;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.Family;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;

/**
 * A shop's own schools in a file, documented in {@code docs/formats.md}: read strictly, and each tried on the key model before it is
 * accepted.
 */
public final class SchoolFile {
    private static final int MOST_STEPS = 40;
    private static final int LONGEST_NAME = 40;

    private SchoolFile() {}

    private record Sequences(@JsonProperty(required = true) List<KeySequence> sequences) {}

    /**
     * What trying a school from one start showed.
     *
     * @param says that it lands, or where it ends and why
     */
    public record Finding(String school, Goal goal, Start start, boolean lands, String says) {}

    /**
     * Reads and tries; nothing is accepted unless all of it lands.
     *
     * @throws BadInput with entry and reason for the first school that cannot be read or does not land
     */
    public static List<KeySequence> accept(String json, String name) {
        List<KeySequence> schools = read(json, name);
        for (int i = 0; i < schools.size(); i++) {
            int entry = i;
            attempt(schools.get(i)).stream().filter(f -> !f.lands()).findFirst().ifPresent(f -> {
                throw new BadInput(name + ", sequences[" + entry + "] [" + f.school() + "] from [" + f.start() + "]: " + f.says());
            });
        }
        return schools;
    }

    /** @throws BadInput with line, entry and value for what is no school */
    public static List<KeySequence> read(String json, String name) {
        List<KeySequence> schools = Json.read(json, Sequences.class, name).sequences();
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < schools.size(); i++) {
            String wrong = wrong(schools.get(i), seen);
            if (!wrong.isEmpty()) {
                throw new BadInput(name + ", sequences[" + i + "] [" + schools.get(i).school() + "]: " + wrong);
            }
        }
        return schools;
    }

    private static String wrong(KeySequence s, Set<String> seen) {
        if (s.school().isBlank() || s.school().length() > LONGEST_NAME) {
            return "a school has a name of 1 to " + LONGEST_NAME + " letters";
        }
        if (!seen.add(s.key())) {
            return "it is in the file twice";
        }
        if (s.from().isEmpty() || s.steps().isEmpty() || s.steps().size() > MOST_STEPS) {
            return s.from().isEmpty() ? "\"from\" is empty; name the states that it is meant for" : "it has [" + s.steps().size()
                    + "] steps; 1 to " + MOST_STEPS + " are allowed";
        }
        if (new HashSet<>(s.from()).size() < s.from().size()) {
            return "\"from\" names a state twice";
        }
        Set<PhysicalKey> keys = keysOf(s);
        Set<PhysicalKey> down = new HashSet<>();
        for (int i = 0; i < s.steps().size(); i++) {
            String wrong = wrong(s.steps().get(i), keys, down);
            if (!wrong.isEmpty()) {
                return "steps[" + i + "]: " + wrong;
            }
        }
        return down.isEmpty() ? "" : "it ends with " + down + " held; add a release";
    }

    private static Set<PhysicalKey> keysOf(KeySequence s) {
        Set<PhysicalKey> keys = new HashSet<>();
        DeviceCatalogue.shipped().models().stream().filter(s::isFor).forEach(m -> m.body().keys().forEach(k -> keys.add(k.key())));
        keys.add(DeviceCatalogue.shipped().family(s.family()).powerKey());
        return keys;
    }

    private static String wrong(KeyStep step, Set<PhysicalKey> keys, Set<PhysicalKey> down) {
        Optional<PhysicalKey> strange = step.keys().stream().filter(k -> !keys.contains(k)).findFirst();
        if (strange.isPresent()) {
            return "key [" + strange.get() + "] is not on this family; it has " + keys.stream().sorted().toList();
        }
        boolean needsKeys = step.action() == KeyStep.Action.TAP || step.action() == KeyStep.Action.HOLD
                || step.action() == KeyStep.Action.RELEASE;
        if (needsKeys && step.keys().isEmpty()) {
            return "a [" + step.action() + "] names its keys";
        }
        return switch (step.action()) {
            case HOLD -> {
                if (step.seconds() == null && step.until() == null) {
                    yield "a hold says how long: seconds, until, or both";
                }
                List<PhysicalKey> dropped = down.stream().filter(k -> !step.keys().contains(k)).toList();
                down.addAll(step.keys());
                yield dropped.isEmpty() ? "" : dropped
                        + " is held and not let go; a hold names all keys that are down, a release those let go";
            }
            case RELEASE -> {
                List<PhysicalKey> up = new ArrayList<>(step.keys());
                up.removeAll(down);
                step.keys().forEach(down::remove);
                yield up.isEmpty() ? "" : up + " is let go but was not held";
            }
            case WAIT -> step.seconds() == null && step.until() == null ? "a wait says how long: seconds, until, or both" : "";
            default -> "";
        };
    }

    /** Tries a school from every start that it is meant for. */
    public static List<Finding> attempt(KeySequence school) {
        Family family = DeviceCatalogue.shipped().family(school.family());
        return school.from().stream().map(start -> attempt(school, family, start)).toList();
    }

    private static Finding attempt(KeySequence school, Family family, Start start) {
        DeviceMachine machine = new DeviceMachine(family);
        if (Playing.lands(school, machine, start, Playing.Hands.PERFECT)) {
            return new Finding(school.school(), school.goal(), start, true, "It lands.");
        }
        List<Rehearsal.Span> spans = new ArrayList<>();
        Playing.Played played = Playing.play(school, machine, start, Playing.Hands.PERFECT, spans);
        DeviceState end = played.end();
        String where = switch (end.phase()) {
            case Phase.Recovery _ -> "in recovery";
            case Phase.Dfu _ -> "in DFU";
            case Phase.Off _, Phase.Flat _ -> "with the device off";
            default -> end.starts() > 0 ? "in a restart" : "where it began";
        };
        Until until = played.lost() ? school.steps().get(spans.size() - 1).until() : null;
        String why = end.mistakes().isEmpty() ? until == null ? "the keys do not lead there" : until.words() + " never comes at steps["
                + (spans.size() - 1) + "]" : lower(end.mistakes().getFirst().says().toString());
        return new Finding(school.school(), school.goal(), start, false, "this sequence ends " + where + " because " + why);
    }

    private static String lower(String sentence) {
        boolean name = sentence.startsWith("Side") || sentence.startsWith("Top") || sentence.startsWith("Home")
                || sentence.startsWith("Volume");
        return name ? sentence : sentence.substring(0, 1).toLowerCase(java.util.Locale.ROOT) + sentence.substring(1);
    }
}
