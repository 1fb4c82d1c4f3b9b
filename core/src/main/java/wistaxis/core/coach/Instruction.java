package wistaxis.core.coach;

import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.KeyStep;
import wistaxis.core.keys.Until;

/**
 * What to do now, in the fewest words.
 *
 * @param huge read from a metre: "Hold Side"
 * @param detail why or how long
 * @param seconds what the big counter shows: seconds left of a timed step, seconds gone of one that waits
 * @param countsDown whether the seconds are left rather than gone
 */
public record Instruction(String huge, String detail, double seconds, boolean countsDown) {

    static Instruction countIn(double secondsLeft, Instruction first) {
        return new Instruction("Get ready", "then: " + first.huge(), Math.min(CoachRun.COUNT_IN / 1e9, secondsLeft), true);
    }

    /** This one while the words of the one before it still stand. */
    Instruction after(Instruction before) {
        return new Instruction(before.huge(), huge.substring(0, 1).toLowerCase(Locale.ROOT) + huge.substring(1)
                + (detail.isEmpty() ? "" : ", " + detail), seconds, countsDown);
    }

    /** @param held the keys that are down before it: what goes on needs other words than what begins */
    static Instruction of(KeyStep step, Set<PhysicalKey> held, double gone, double nominal) {
        String keys = step.keys().stream().map(k -> k.words().toString()).collect(Collectors.joining(" + "));
        boolean goesOn = held.containsAll(step.keys());
        String huge = switch (step.action()) {
            case TAP -> "Tap " + keys;
            case HOLD -> (goesOn ? "Keep holding " : "Hold ") + keys;
            case RELEASE -> "Let go of " + keys;
            case PLUG -> "Plug in now";
            case UNPLUG -> "Unplug";
            case WAIT -> "Wait";
            case DRAG -> "Drag the slider";
        };
        boolean timed = step.seconds() != null;
        return new Instruction(huge, detail(step), timed ? Math.max(0, nominal - gone) : gone, timed);
    }

    /** What is taught; how long the simulator takes to show something is nobody's advice. */
    private static String detail(KeyStep step) {
        Until until = step.until();
        String length = step.seconds() == null ? "" : step.seconds() < 1 ? "for a moment" : "for " + Math.round(step.seconds()) + " s";
        if (until == null) {
            return step.action() == KeyStep.Action.TAP ? "a short press" : length;
        }
        String till = (length.isEmpty() ? "" : length + ", or ") + "until " + until.words() + ". ";
        return till + switch (until) {
            case BLACK -> step.action() == KeyStep.Action.HOLD ? "Ignore the slider." : "";
            case CABLE_SCREEN -> "Do not let go at the logo.";
            default -> "";
        };
    }
}
