package wistaxis.core.buttons;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;

/**
 * A shop's own methods in a file, documented in {@code docs/formats.md}: read strictly, and each tried on the button model before it is
 * accepted.
 */
public final class MethodFile {
    private static final int MOST_STEPS = 40;
    private static final int LONGEST_NAME = 40;
    /** What files are written as now; those without a number are of before, with other names for the same. */
    private static final int FORMAT = 2;

    private MethodFile() {}

    private record Sequences(@Nullable Integer format, @JsonProperty(required = true) List<ButtonSequence> sequences) {}

    /**
     * What trying a method from one start showed.
     *
     * @param says that it lands, or where it ends and why
     */
    public record Finding(String method, Goal goal, Start start, boolean lands, String says) {}

    /**
     * Reads and tries; nothing is accepted unless all of it lands.
     *
     * @throws BadInput with entry and reason for the first method that cannot be read or does not land
     */
    public static List<ButtonSequence> accept(String json, String name) {
        List<ButtonSequence> methods = read(json, name);
        for (int i = 0; i < methods.size(); i++) {
            int entry = i;
            attempt(methods.get(i)).stream().filter(f -> !f.lands()).findFirst().ifPresent(f -> {
                throw new BadInput(t("core.method.finding", "file", name, "n", entry, "method", f.method(), "start", f.start(), "says",
                        f.says()));
            });
        }
        return methods;
    }

    /** @throws BadInput with line, entry and value for what is no method */
    public static List<ButtonSequence> read(String json, String name) {
        Sequences file = Json.read(json, Sequences.class, name);
        if (file.format() != null && (file.format() < 1 || file.format() > FORMAT)) {
            throw new BadInput(t("core.method.format", "file", name, "format", file.format(), "known", FORMAT));
        }
        List<ButtonSequence> methods = file.sequences();
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < methods.size(); i++) {
            String wrong = wrong(methods.get(i), seen);
            if (!wrong.isEmpty()) {
                throw new BadInput(t("core.method.wrong", "file", name, "n", i, "method", methods.get(i).method(), "wrong", wrong));
            }
        }
        return methods;
    }

    private static String wrong(ButtonSequence s, Set<String> seen) {
        if (s.method().isBlank() || s.method().length() > LONGEST_NAME) {
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
        Set<DeviceButton> buttons = buttonsOf(s);
        Set<DeviceButton> down = new HashSet<>();
        for (int i = 0; i < s.steps().size(); i++) {
            String wrong = wrong(s.steps().get(i), buttons, down);
            if (!wrong.isEmpty()) {
                return "steps[" + i + "]: " + wrong;
            }
        }
        return down.isEmpty() ? "" : t("core.method.ends-held", "buttons", down);
    }

    private static Set<DeviceButton> buttonsOf(ButtonSequence s) {
        Set<DeviceButton> buttons = new HashSet<>();
        DeviceCatalogue.shipped().models().stream().filter(s::isFor).forEach(m -> m.body().buttons().forEach(k -> buttons.add(k.button())));
        buttons.add(DeviceCatalogue.shipped().family(s.family()).powerButton());
        return buttons;
    }

    private static String wrong(ButtonStep step, Set<DeviceButton> buttons, Set<DeviceButton> down) {
        Optional<DeviceButton> strange = step.buttons().stream().filter(k -> !buttons.contains(k)).findFirst();
        if (strange.isPresent()) {
            return t("core.method.strange-button", "button", strange.get(), "known", buttons.stream().sorted().toList());
        }
        boolean needsButtons = step.action() == ButtonStep.Action.TAP || step.action() == ButtonStep.Action.HOLD
                || step.action() == ButtonStep.Action.RELEASE;
        if (needsButtons && step.buttons().isEmpty()) {
            return t("core.method.no-buttons", "action", step.action());
        }
        return switch (step.action()) {
            case HOLD -> {
                if (step.seconds() == null && step.until() == null) {
                    yield t("core.method.hold-length");
                }
                List<DeviceButton> dropped = down.stream().filter(k -> !step.buttons().contains(k)).toList();
                down.addAll(step.buttons());
                yield dropped.isEmpty() ? "" : t("core.method.dropped", "buttons", dropped);
            }
            case RELEASE -> {
                List<DeviceButton> up = new ArrayList<>(step.buttons());
                up.removeAll(down);
                step.buttons().forEach(down::remove);
                yield up.isEmpty() ? "" : t("core.method.not-held", "button", up);
            }
            case WAIT -> step.seconds() == null && step.until() == null ? t("core.method.wait-length") : "";
            default -> "";
        };
    }

    /** Tries a method from every start that it is meant for. */
    public static List<Finding> attempt(ButtonSequence method) {
        LayoutFacts family = DeviceCatalogue.shipped().family(method.family());
        return method.from().stream().map(start -> attempt(method, family, start)).toList();
    }

    private static Finding attempt(ButtonSequence method, LayoutFacts family, Start start) {
        DeviceMachine machine = new DeviceMachine(family);
        if (Playing.lands(method, machine, start, Playing.Pressing.PERFECT)) {
            return new Finding(method.method(), method.goal(), start, true, t("core.method.works"));
        }
        List<Rehearsal.Span> spans = new ArrayList<>();
        Playing.Played played = Playing.play(method, machine, start, Playing.Pressing.PERFECT, spans);
        DeviceState end = played.end();
        String where = switch (end.phase()) {
            case Phase.Recovery _ -> t("core.method.ends.recovery");
            case Phase.Dfu _ -> t("core.method.ends.dfu");
            case Phase.Off _, Phase.Flat _ -> t("core.method.ends.off");
            default -> end.starts() > 0 ? t("core.method.ends.restart") : t("core.method.ends.began");
        };
        Until until = played.lost() ? method.steps().get(spans.size() - 1).until() : null;
        String why = !end.mistakes().isEmpty() ? end.mistakes().getFirst().says().toString() : until == null ? t("core.method.not-there")
                : t("core.method.never", "sign", until.words(), "n", spans.size() - 1);
        return new Finding(method.method(), method.goal(), start, false, t("core.method.fails", "where", where, "why", why));
    }
}
