package wistaxis.workbench.practice;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Changes;

/**
 * Who works here, and who of them is at this window: changed with one button. Whoever acts on a ticket that somebody else worked on last is
 * written down first.
 */
public final class Staff {
    private final Changes changes;
    private final Practice practice;
    private final Supplier<List<String>> staff;
    private final Consumer<String> keep;
    private @Nullable String chosen;

    /** @param staff who works here, by the settings @param keep puts others there, as typed */
    public Staff(Changes changes, Practice practice, Supplier<List<String>> staff, Consumer<String> keep) {
        this.changes = changes;
        this.practice = practice;
        this.staff = staff;
        this.keep = keep;
    }

    /** Names or initials; none where nobody has said. */
    public List<String> names() {
        return staff.get();
    }

    /** Who is at this window; empty where nobody has said who works here. */
    public Optional<String> atWork() {
        List<String> names = names();
        return chosen != null && names.contains(chosen) ? Optional.ofNullable(chosen) : names.contains(practice.person())
                ? Optional.of(practice.person()) : names.stream().findFirst();
    }

    /** The next of them takes over; nothing happens where there is nobody else. */
    public void next() {
        List<String> names = names();
        if (names.size() > 1) {
            take(names.get((names.indexOf(atWork().orElseThrow()) + 1) % names.size()));
        }
    }

    private void take(String name) {
        chosen = name;
        practice.person(name);
        changes.tell(Change.Topic.SHOP);
    }

    /** Who works here, with commas between. @throws wistaxis.core.facts.BadInput for what is no name */
    public void names(String names) {
        keep.accept(names);
        atWork().ifPresent(this::take);
    }
}
