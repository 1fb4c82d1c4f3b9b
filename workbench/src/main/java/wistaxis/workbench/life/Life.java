package wistaxis.workbench.life;

import java.time.Instant;
import java.util.concurrent.Executor;

/**
 * What everything on a bench lives by, made once where the bench is put together.
 *
 * @param simulated whether this is practice
 * @param background does what may take long, and brings the answer back
 * @param front runs something on the thread that the bench belongs to, later
 * @param changes tells whoever follows what has changed
 * @param notices what is to be said once
 * @param doubt whether this computer's clock can be believed
 */
public record Life(boolean simulated, TimeKeeper time, Background background, Executor front, Changes changes, Notices notices,
        ClockDoubt doubt) {
    /** Lets simulated time pass faster or slower. */
    public void rate(int rate) {
        if (simulated && time.rate(rate)) {
            changes.tell(Change.Topic.TIME);
        }
    }

    /** Bench time; any thread. */
    public Instant now() {
        return time.now();
    }
}
