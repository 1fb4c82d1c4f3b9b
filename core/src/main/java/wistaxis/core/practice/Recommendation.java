package wistaxis.core.practice;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.Start;
import wistaxis.core.device.LayoutFacts;

/**
 * Which method to take: the likelier one for this hand, unless the difference is within what the trials can tell; then the order of the
 * library holds. A minority method is never first.
 *
 * @param ranked recommended first
 * @param reason in a sentence; empty where there is no choice
 */
public record Recommendation(List<Rated> ranked, String reason) {
    private static final int ATTEMPTS = 2_000;
    private static final long SEED = 7;

    /** A method and how likely the hand lands it. */
    public record Rated(ButtonSequence method, Chance chance) {}

    /**
     * @param methods in the order of the library; those not meant for {@code start} are left out.
     * @param name whose hand it is, in the reason
     */
    public static Recommendation of(List<ButtonSequence> methods, LayoutFacts family, Start start, Timing timing, boolean blind) {
        DeviceMachine machine = new DeviceMachine(family);
        List<Rated> rated = new ArrayList<>(methods.stream().filter(s -> s.from().contains(start))
                .map(s -> new Rated(s, Chance.of(s, machine, start, timing, blind, SEED, ATTEMPTS))).toList());
        if (rated.isEmpty()) {
            return new Recommendation(List.of(), "");
        }
        Rated first = rated.getFirst();
        Rated best = rated.stream().filter(r -> !r.method().minority()).max(Comparator.comparingDouble(r -> r.chance().success()))
                .orElse(first);
        boolean clearly = !first.method().minority() && best.chance().low() <= first.chance().high();
        Rated chosen = clearly ? first : best;
        rated.remove(chosen);
        rated.addFirst(chosen);
        return new Recommendation(rated, reason(rated, timing));
    }

    private static String reason(List<Rated> rated, Timing timing) {
        if (rated.size() < 2) {
            return "";
        }
        boolean close = rated.get(1).chance().high() >= rated.getFirst().chance().low();
        String who = timing == Timing.AVERAGE ? t("core.timing.average") : t("core.timing.for", "name", timing.name());
        String says = t("core.timing.works", "who", who, "method", rated.getFirst().method().name(), "chance",
                rated.getFirst().chance().inWords());
        return close ? says + " " + t("core.timing.close") : says;
    }
}
