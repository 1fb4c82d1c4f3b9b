package wistaxis.core.coach;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Set;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.Until;
import wistaxis.core.device.DeviceButton;

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
        return new Instruction(t("core.coach.get-ready"), t("core.coach.then", "first", first.huge()), Math.min(CoachRun.COUNT_IN / 1e9,
                secondsLeft), true);
    }

    /** This one while the words of the one before it still stand. */
    Instruction after(Instruction before) {
        return new Instruction(before.huge(), t("core.coach.then", "first", detail.isEmpty() ? huge : t("core.coach.with", "does", huge,
                "detail", detail)), seconds, countsDown);
    }

    /** @param held the buttons that are down before it: what goes on needs other words than what begins */
    static Instruction of(ButtonStep step, Set<DeviceButton> held, double gone, double nominal) {
        String buttons = DeviceButton.together(step.buttons());
        boolean goesOn = held.containsAll(step.buttons());
        String huge = switch (step.action()) {
            case TAP -> t("core.coach.tap", "buttons", buttons);
            case HOLD -> t(goesOn ? "core.coach.keep-holding" : "core.coach.hold", "buttons", buttons);
            case RELEASE -> t("core.coach.let-go", "buttons", buttons);
            case PLUG -> t("core.coach.plug");
            case UNPLUG -> t("core.coach.unplug");
            case WAIT -> t("core.coach.wait");
            case DRAG -> t("core.coach.drag");
        };
        boolean timed = step.seconds() != null;
        return new Instruction(huge, detail(step), timed ? Math.max(0, nominal - gone) : gone, timed);
    }

    /** What is taught; how long the simulator takes to show something is nobody's advice. */
    private static String detail(ButtonStep step) {
        Until until = step.until();
        String length = step.seconds() == null ? "" : step.seconds() < 1 ? t("core.coach.moment") : t("core.coach.for", "seconds",
                Math.round(step.seconds()));
        if (until == null) {
            return step.action() == ButtonStep.Action.TAP ? t("core.coach.short") : length;
        }
        List<Integer> usual = step.usual();
        String sign = usual == null ? until.words() : t("core.coach.usually", "sign", until.words(), "seconds", usual.getFirst()
                .equals(usual.getLast())
                ? usual.getFirst() : usual.getFirst() + "\u2013" + usual.getLast());
        String till = length.isEmpty() ? t("core.coach.until", "sign", sign)
                : t("core.coach.or-until", "length", length, "sign", sign);
        return switch (until) {
            case BLACK -> step.action() == ButtonStep.Action.HOLD ? till + " " + t("core.coach.ignore-slider") : till;
            case CABLE_SCREEN -> till + " " + t("core.coach.not-at-logo");
            default -> till;
        };
    }
}
