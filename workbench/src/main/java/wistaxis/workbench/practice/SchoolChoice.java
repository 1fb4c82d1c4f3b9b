package wistaxis.workbench.practice;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.coach.Score;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.keys.Start;
import wistaxis.core.practice.Chance;
import wistaxis.core.practice.Margin;
import wistaxis.core.practice.Recommendation;
import wistaxis.store.settings.Settings;

/**
 * Which school leads to a goal on a device: those whose keys work, the likeliest for this hand first, the shop's habit, or the one picked
 * by hand.
 */
public final class SchoolChoice {
    private final Supplier<SequenceLibrary> sequences;
    private final Supplier<Settings> settings;
    private final Practice practice;
    private final CoachSubject subject;
    private Goal goal;
    private @Nullable KeySequence chosen;
    private @Nullable Score margined;
    private List<Margin> margins = List.of();

    SchoolChoice(Supplier<SequenceLibrary> sequences, Supplier<Settings> settings, Practice practice, CoachSubject subject, Goal goal) {
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

    /** Picks a school. */
    void pick(KeySequence school) {
        chosen = school;
    }

    private Start start() {
        return subject.start();
    }

    /** The schools for the goal whose keys work; likeliest first among those for the state that the device is in, then the others. */
    public List<KeySequence> schools() {
        List<KeySequence> all = all();
        List<KeySequence> ordered = new ArrayList<>(recommendation(all).ranked().stream().map(Recommendation.Rated::school).toList());
        all.stream().filter(s -> !ordered.contains(s)).forEach(ordered::add);
        return ordered;
    }

    private List<KeySequence> all() {
        List<KeySequence> all = new ArrayList<>(sequences.get().of(subject.model(), goal, subject.broken()));
        all.addAll(sequences.get().chains(subject.model(), goal, subject.broken()));
        return all;
    }

    private Recommendation recommendation(List<KeySequence> schools) {
        return practice.recommendation(schools, subject.family(), start(), subject.blind());
    }

    /** Why the first school is the first, and how likely each is for this hand; empty where there is no choice. */
    public String reason() {
        return recommendation(all()).reason();
    }

    /** How likely the school in hand is landed in the model; empty where there is none, or it is not meant for how the device is. */
    public Optional<Chance> chance() {
        Optional<KeySequence> school = school();
        return recommendation(all()).ranked().stream().filter(r -> school.filter(r.school()::equals).isPresent())
                .map(Recommendation.Rated::chance).findFirst();
    }

    /** The school chosen, by hand or by the shop's habit, or else the likeliest; empty where every sequence needs a broken key. */
    public Optional<KeySequence> school() {
        List<KeySequence> schools = schools();
        if (chosen == null || !schools.contains(chosen)) {
            chosen = null;
        }
        Optional<KeySequence> habit = schools.stream().filter(s -> s.school().equals(settings.get().school(s)))
                .filter(s -> s.from().contains(start())).findFirst();
        return Optional.ofNullable(chosen).or(() -> habit).or(() -> schools.stream().findFirst());
    }

    /** The school as a score, from the state the device is in, or from the first it is meant for. */
    public Optional<Score> score() {
        Start start = start();
        return school().map(s -> Score.of(s, subject.family(), s.from().contains(start) ? start : s.from().getFirst()));
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
