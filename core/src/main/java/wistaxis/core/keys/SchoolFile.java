package wistaxis.core.keys;

import static wistaxis.core.words.Say.t;

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
                throw new BadInput(t("core.method.finding", "file", name, "n", entry, "method", f.school(), "start", f.start(), "says",
                        f.says()));
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
                throw new BadInput(t("core.method.wrong", "file", name, "n", i, "method", schools.get(i).school(), "wrong", wrong));
            }
        }
        return schools;
    }

    private static String wrong(KeySequence s, Set<String> seen) {
        if (s.school().isBlank() || s.school().length() > LONGEST_NAME) {
            return t("core.method.name", "most", LONGEST_NAME);
        }
        if (!seen.add(s.key())) {
            return t("core.method.twice");
        }
        if (s.from().isEmpty() || s.steps().isEmpty() || s.steps().size() > MOST_STEPS) {
            return s.from().isEmpty() ? t("core.method.from-empty") : t("core.method.steps", "n", s.steps().size(), "most", MOST_STEPS);
        }
        if (new HashSet<>(s.from()).size() < s.from().size()) {
            return t("core.method.from-twice");
        }
        Set<PhysicalKey> keys = keysOf(s);
        Set<PhysicalKey> down = new HashSet<>();
        for (int i = 0; i < s.steps().size(); i++) {
            String wrong = wrong(s.steps().get(i), keys, down);
            if (!wrong.isEmpty()) {
                return "steps[" + i + "]: " + wrong;
            }
        }
        return down.isEmpty() ? "" : t("core.method.ends-held", "buttons", down);
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
            return t("core.method.strange-button", "button", strange.get(), "known", keys.stream().sorted().toList());
        }
        boolean needsKeys = step.action() == KeyStep.Action.TAP || step.action() == KeyStep.Action.HOLD
                || step.action() == KeyStep.Action.RELEASE;
        if (needsKeys && step.keys().isEmpty()) {
            return t("core.method.no-buttons", "action", step.action());
        }
        return switch (step.action()) {
            case HOLD -> {
                if (step.seconds() == null && step.until() == null) {
                    yield t("core.method.hold-length");
                }
                List<PhysicalKey> dropped = down.stream().filter(k -> !step.keys().contains(k)).toList();
                down.addAll(step.keys());
                yield dropped.isEmpty() ? "" : t("core.method.dropped", "buttons", dropped);
            }
            case RELEASE -> {
                List<PhysicalKey> up = new ArrayList<>(step.keys());
                up.removeAll(down);
                step.keys().forEach(down::remove);
                yield up.isEmpty() ? "" : t("core.method.not-held", "button", up);
            }
            case WAIT -> step.seconds() == null && step.until() == null ? t("core.method.wait-length") : "";
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
            return new Finding(school.school(), school.goal(), start, true, t("core.method.works"));
        }
        List<Rehearsal.Span> spans = new ArrayList<>();
        Playing.Played played = Playing.play(school, machine, start, Playing.Hands.PERFECT, spans);
        DeviceState end = played.end();
        String where = switch (end.phase()) {
            case Phase.Recovery _ -> t("core.method.ends.recovery");
            case Phase.Dfu _ -> t("core.method.ends.dfu");
            case Phase.Off _, Phase.Flat _ -> t("core.method.ends.off");
            default -> end.starts() > 0 ? t("core.method.ends.restart") : t("core.method.ends.began");
        };
        Until until = played.lost() ? school.steps().get(spans.size() - 1).until() : null;
        String why = !end.mistakes().isEmpty() ? end.mistakes().getFirst().says().toString() : until == null ? t("core.method.not-there")
                : t("core.method.never", "sign", until.words(), "n", spans.size() - 1);
        return new Finding(school.school(), school.goal(), start, false, t("core.method.fails", "where", where, "why", why));
    }
}
