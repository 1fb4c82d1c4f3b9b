package wistaxis.core.coach;

/** Something to be heard, each with a tone of its own, at a time in nanoseconds on the run's scale. */
public record Cue(long atNanos, Kind kind) {
    /** Count-in, press, each second of a hold, a second before letting go, and let go. */
    public enum Kind { COUNT, PRESS, TICK, SOON, RELEASE }
}
