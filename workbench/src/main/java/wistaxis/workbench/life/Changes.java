package wistaxis.workbench.life;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/** Tells whoever follows what has changed. */
public final class Changes {
    private final List<Consumer<Change>> followers = new ArrayList<>();
    private long told;

    /** How many have been told: what was computed at the same number still holds. */
    public long told() {
        return told;
    }

    public void follow(Consumer<Change> follower) {
        followers.add(follower);
    }

    public void tell(Change.Topic topic) {
        tell(topic, "");
    }

    public void tell(Change.Topic topic, String ticket) {
        told++;
        Change change = new Change(topic, ticket);
        List.copyOf(followers).forEach(f -> f.accept(change));
    }
}
