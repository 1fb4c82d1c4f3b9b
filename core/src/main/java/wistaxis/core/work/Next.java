package wistaxis.core.work;

/**
 * What comes next on a ticket.
 *
 * @param says what to do, in words
 * @param hands whether it needs hands now
 */
public record Next(String says, boolean hands) {
    /** In one line, as the foot of the window has it. */
    public String line() {
        return says + (hands ? " Hands: now." : "");
    }
}
