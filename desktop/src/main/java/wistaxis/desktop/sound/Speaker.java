package wistaxis.desktop.sound;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.locks.LockSupport;
import java.util.function.LongSupplier;
import java.util.function.Supplier;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import wistaxis.core.coach.Cue;
import wistaxis.core.coach.Spoken;

/**
 * Plays the plan of cues as one stream, from a thread of its own that renders a little ahead of what is heard: a cue begins at the sample
 * that its time says, whatever the window is busy with. Without a sound card it stays silent and says so.
 */
public final class Speaker implements AutoCloseable {
    private static final long RING_APART = 400_000_000L;
    private static final long PIECE_NANOS = 3_000_000L;

    private final Thread player;
    private volatile boolean sounds = true;
    private volatile Plan plan = new Plan(List.of(), List.of());
    private volatile Volume volume = Volume.MIDDLE;

    /** How loud. */
    public enum Volume {
        OFF(0), SOFT(0.35), MIDDLE(0.7), LOUD(1);

        private final double factor;

        Volume(double factor) {
            this.factor = factor;
        }
    }

    /**
     * What is to be heard, with times on the monotonic clock of this machine.
     *
     * @param cues of the keys, which are said anew all the time
     * @param rings of what has come due, which are said once, and heard through
     */
    record Plan(List<Timed> cues, List<Timed> rings) {
        Plan following(List<Timed> next) {
            return new Plan(next, rings);
        }

        Plan ringing(List<Timed> next) {
            return new Plan(cues, next);
        }

        Stream<Timed> all() {
            return Stream.concat(cues.stream(), rings.stream());
        }
    }

    /** @param id the cue's own time, on its own scale */
    record Timed(long atNanos, byte[] pcm, long id) {}

    /** What is heard of the keys. */
    public enum Says { TONES, WORDS, BOTH }

    private volatile Says says = Says.TONES;
    private volatile String language = "en";
    private volatile Speech speech = Speech.SILENT;

    /** The card is looked for behind the window, which takes a moment; until then there is one. */
    public Speaker() {
        this(Card::real);
    }

    /** One that is measured. */
    public static Speaker measured(ClockedCard card) {
        return new Speaker(() -> Optional.of(card));
    }

    Speaker(Supplier<? extends Optional<? extends Card>> card) {
        this.player = Thread.ofPlatform().daemon().name("tones").priority(Thread.MAX_PRIORITY).start(() -> card.get().ifPresentOrElse(
                this::play, () -> sounds = false));
    }

    /** While nothing is to be heard it sleeps. */
    private void play(Card to) {
        Player at = new Player(to, System.nanoTime());
        while (!Thread.interrupted()) {
            if (says != Says.TONES && !speech.tag().equals(language)) {
                speech = Speech.of(language); // read here, where nobody waits for it
            }
            if (at.step(System.nanoTime(), plan, volume.factor)) {
                LockSupport.parkNanos(PIECE_NANOS);
            } else {
                LockSupport.park(this);
            }
        }
        to.close();
    }

    private void hear(Plan next) {
        boolean same = next.equals(plan);
        plan = next;
        if (!same) {
            LockSupport.unpark(player);
        }
    }

    /** Whether there is a sound card. */
    public boolean sounds() {
        return sounds;
    }

    public Volume volume() {
        return volume;
    }

    /** One louder, and after the loudest off. */
    public void next() {
        volume = Volume.values()[(volume.ordinal() + 1) % Volume.values().length];
    }

    public Says says() {
        return says;
    }

    /** Tones, words, or both. */
    public void says(Says what) {
        says = what;
        LockSupport.unpark(player);
    }

    /** The language that words are said in from now on. @param tag by BCP 47; one that has no words is said in English */
    public void speak(String tag) {
        language = tag;
        LockSupport.unpark(player);
    }

    /** The same without words. */
    public void follow(List<Cue> cues, LongSupplier clock) {
        follow(cues, List.of(), clock);
    }

    /**
     * From now on these cues are to be heard.
     *
     * @param clock tells the moment now on the cues' scale, nanoseconds; it runs at the pace of the clock on the wall
     */
    public void follow(List<Cue> cues, List<Spoken> spoken, LongSupplier clock) {
        if (sounds) {
            long offset = System.nanoTime() - clock.getAsLong();
            Stream<Timed> tones = says == Says.WORDS && !spoken.isEmpty() ? Stream.of()
                    : cues.stream().map(c -> new Timed(c.atNanos() + offset, Tones.of(c.kind()), c.atNanos()));
            Stream<Timed> words = says == Says.TONES ? Stream.of()
                    : speech.at(spoken).stream().map(w -> new Timed(w.atNanos() + offset, w.pcm(), w.id()));
            hear(plan.following(Stream.concat(tones, words).sorted(Comparator.comparingLong(Timed::id)).toList()));
        }
    }

    /** Three tones, now: something has come due. */
    public void ring() {
        long now = System.nanoTime();
        hear(plan.ringing(LongStream.range(0, 3).map(i -> now + i * RING_APART).mapToObj(at -> new Timed(at, Tones.of(Cue.Kind.RELEASE),
                at))
                .toList()));
    }

    @Override
    public void close() {
        player.interrupt();
    }
}
