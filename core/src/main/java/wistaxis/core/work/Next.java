package wistaxis.core.work;

import static wistaxis.core.words.Say.t;

/**
 * What comes next on a ticket.
 *
 * @param says what to do, in words
 * @param hands whether it needs hands now
 */
public record Next(String says, boolean hands) {
    /** In one line, as the foot of the window has it. */
    public String line() {
        return hands ? t("core.next.needs-you", "line", says) : says;
    }
}
