package wistaxis.workbench.life;

import java.util.ArrayList;
import java.util.List;

/** What was wrong, to be said once to whoever is at the bench. */
public final class Notices {
    private final List<String> said = new ArrayList<>();
    private final Changes changes;

    public Notices(Changes changes) {
        this.changes = changes;
    }

    /** Nothing for empty words. */
    public void say(String problem) {
        if (!problem.isEmpty()) {
            said.add(problem);
            changes.tell(Change.Topic.NOTICE);
        }
    }

    /** Whoever takes them says them. */
    public List<String> take() {
        List<String> taken = List.copyOf(said);
        said.clear();
        return taken;
    }
}
