package wistaxis.workbench.practice;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Start;
import wistaxis.core.coach.Score;
import wistaxis.core.practice.Chance;
import wistaxis.core.practice.Margin;
import wistaxis.core.practice.Recommendation;
import wistaxis.store.settings.Settings;

/**
 * Which method leads to a goal on a device: those whose buttons work, the likeliest for this hand first, the shop's habit, or the one
 * picked by hand.
 */
public final class MethodChoice {
    private final Supplier<SequenceLibrary> sequences;
    private final Supplier<Settings> settings;
    private final Practice practice;
    private final CoachSubject subject;
    private Goal goal;
    private @Nullable ButtonSequence chosen;
    private @Nullable Score margined;
    private List<Margin> margins = List.of();

    MethodChoice(Supplier<SequenceLibrary> sequences, Supplier<Settings> settings, Practice practice, CoachSubject subject, Goal goal) {
        this.sequences = sequences;
        this.settings = settings;
        this.practice = practice;
        this.subject = subject;
        this.goal = goal;
    }

    public Goal goal() {
        return goal;
    }

    /** Wants something else; whatever was picked is forgotten. */
    void goal(Goal next) {
        goal = next;
        chosen = null;
    }

    /** Picks a method. */
    void pick(ButtonSequence method) {
        chosen = method;
    }

    private Start start() {
        return subject.start();
    }

    /** The methods for the goal whose buttons work; likeliest first among those for the state that the device is in, then the others. */
    public List<ButtonSequence> methods() {
        List<ButtonSequence> all = all();
        List<ButtonSequence> ordered = new ArrayList<>(recommendation(all).ranked().stream().map(Recommendation.Rated::method).toList());
        all.stream().filter(s -> !ordered.contains(s)).forEach(ordered::add);
        return ordered;
    }

    private List<ButtonSequence> all() {
        List<ButtonSequence> all = new ArrayList<>(sequences.get().of(subject.model(), goal, subject.broken()));
        all.addAll(sequences.get().chains(subject.model(), goal, subject.broken()));
        return all;
    }

    private Recommendation recommendation(List<ButtonSequence> methods) {
        return practice.recommendation(methods, subject.family(), start(), subject.blind());
    }

    /** Why the first method is the first, and how likely each is for this hand; empty where there is no choice. */
    public String reason() {
        return recommendation(all()).reason();
    }

    /** How likely the method in hand is landed in the model; empty where there is none, or it is not meant for how the device is. */
    public Optional<Chance> chance() {
        Optional<ButtonSequence> method = method();
        return recommendation(all()).ranked().stream().filter(r -> method.filter(r.method()::equals).isPresent())
                .map(Recommendation.Rated::chance).findFirst();
    }

    /** The method chosen, by hand or by the shop's habit, or else the likeliest; empty where every sequence needs a broken button. */
    public Optional<ButtonSequence> method() {
        List<ButtonSequence> methods = methods();
        if (chosen == null || !methods.contains(chosen)) {
            chosen = null;
        }
        Optional<ButtonSequence> habit = methods.stream().filter(s -> s.method().equals(settings.get().method(s)))
                .filter(s -> s.from().contains(start())).findFirst();
        return Optional.ofNullable(chosen).or(() -> habit).or(() -> methods.stream().findFirst());
    }

    /** The method as a score, from the state the device is in, or from the first it is meant for. */
    public Optional<Score> score() {
        Start start = start();
        return method().map(s -> Score.of(s, subject.family(), s.from().contains(start) ? start : s.from().getFirst()));
    }

    /** The margins of a score's steps. */
    public List<Margin> margins(Score score) {
        if (!score.equals(margined)) {
            margined = score;
            margins = Margin.of(score.sequence(), subject.family(), score.sequence().from().getFirst());
        }
        return margins;
    }
}
