package wistaxis.workbench.lot;

import java.util.ArrayList;
import java.util.List;

/** Devices that are being added to a lot, or what is being said of all of them: how far it is. Of one thread. */
public final class Adding {
    private int all;
    private final List<String> refused = new ArrayList<>();
    private int done;
    private boolean stopped;

    Adding(int all) {
        this.all = all;
    }

    void more(int further) {
        all += further;
    }

    /** How many there are. */
    public int all() {
        return all;
    }

    /** How many are through, those that were refused too. */
    public int done() {
        return done;
    }

    /** What was not done, in words. */
    public List<String> refused() {
        return List.copyOf(refused);
    }

    /** Begins no further one; what is there stays. */
    public void stop() {
        stopped = true;
    }

    public boolean isStopped() {
        return stopped;
    }

    public boolean isOver() {
        return stopped || done >= all;
    }

    void through(String why) {
        done++;
        if (!why.isEmpty()) {
            refused.add(why);
        }
    }
}
