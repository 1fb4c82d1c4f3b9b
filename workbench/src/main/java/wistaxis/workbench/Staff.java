package wistaxis.workbench;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.workbench.life.Change;

/**
 * Who works here, and who of them is at this window: changed with one key. Whoever acts on a ticket that somebody else worked on last is
 * written down first.
 */
public final class Staff {
    private final Workbench bench;
    private @Nullable String chosen;

    Staff(Workbench bench) {
        this.bench = bench;
    }

    /** Names or initials; none where nobody has said. */
    public List<String> names() {
        return Optional.ofNullable(bench.routes().settings().staff()).orElse(List.of());
    }

    /** Who is at this window; empty where nobody has said who works here. */
    public Optional<String> atWork() {
        List<String> names = names();
        return chosen != null && names.contains(chosen) ? Optional.ofNullable(chosen) : names.contains(bench.practice().person())
                ? Optional.of(bench.practice().person()) : names.stream().findFirst();
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
        bench.practice().person(name);
        bench.changes().tell(Change.Topic.SHOP);
    }

    /** Who works here, with commas between. @throws wistaxis.core.facts.BadInput for what is no name */
    public void names(String names) {
        bench.routes().staff(names);
        atWork().ifPresent(this::take);
    }
}
