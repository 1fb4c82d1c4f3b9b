package wistaxis.core.restore;

/** An outside answer that a stage waits for. */
public sealed interface Gate {
    /** Asked, not answered yet, or not asked yet. */
    record Open() implements Gate {}

    record Passed() implements Gate {}

    record Refused(String why) implements Gate {}
}
