package wistaxis.workbench.practice;

import java.util.function.Consumer;
import java.util.function.Supplier;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.store.settings.Settings;
import wistaxis.workbench.life.Life;

/** Makes a coach for whoever has hands on a device. */
public final class Coaches {
    private final Life life;
    private final Supplier<SequenceLibrary> sequences;
    private final Supplier<Settings> settings;
    private final Practice practice;

    /** @param settings say which methods are this shop's habit */
    public Coaches(Life life, Supplier<SequenceLibrary> sequences, Supplier<Settings> settings, Practice practice) {
        this.life = life;
        this.sequences = sequences;
        this.settings = settings;
        this.practice = practice;
    }

    /** @param ends hears of each attempt that came to its end */
    public Coaching coach(CoachSubject subject, Goal goal, Consumer<Coaching.Ended> ends) {
        return new Coaching(life, subject, new MethodChoice(sequences, settings, practice, subject, goal), ends);
    }
}
