package wistaxis.workbench.life;

import java.util.ArrayList;
import java.util.List;

/** What was wrong, or is only to be known, to be said once to whoever is at the bench. */
public final class Notices {
    private final List<String> said = new ArrayList<>();
    private final List<String> told = new ArrayList<>();
    private final Changes changes;

    public Notices(Changes changes) {
        this.changes = changes;
    }

    /** Something is broken. Nothing for empty words. */
    public void say(String problem) {
        add(said, problem);
    }

    /** Something is missing, or has happened as it should. Nothing for empty words. */
    public void tell(String what) {
        add(told, what);
    }

    private void add(List<String> to, String words) {
        if (!words.isEmpty()) {
            to.add(words);
            changes.tell(Change.Topic.NOTICE);
        }
    }

    /** What is broken; whoever takes it says it. */
    public List<String> take() {
        return taken(said);
    }

    /** What is only to be known; whoever takes it says it. */
    public List<String> takeTold() {
        return taken(told);
    }

    private static List<String> taken(List<String> from) {
        List<String> taken = List.copyOf(from);
        from.clear();
        return taken;
    }
}
