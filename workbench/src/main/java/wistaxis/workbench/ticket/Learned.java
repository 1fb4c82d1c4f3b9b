package wistaxis.workbench.ticket;

import java.util.List;
import java.util.Optional;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.restore.ShownStages;
import wistaxis.core.ticket.Observed;
import wistaxis.core.usb.Kinds;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.LedgerTables;
import wistaxis.store.ledger.MethodResults;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.life.Lookup;

/**
 * What this bench has learned on real tickets: which models chips and boards were, what helped against what went wrong at the computer, how
 * often keys landed. Asked of the ledger's tables behind the bench's thread, anew when a real ticket has changed.
 */
public final class Learned {
    private final Lookup<String, Kinds> kinds;
    private final Lookup<About, List<Observed.Problem>> tried;
    private final Lookup<Who, List<MethodResults>> landed;
    private final Lookup<OfModel, List<List<String>>> shown;
    private final Lookup<String, Optional<LedgerTables.Written>> written;

    /** @param but a ticket that is not counted */
    private record About(String problem, String but) {}

    private record OfModel(String identifier, String but) {}

    private record Who(String by, String method, String goal) {}

    public Learned(LedgerStore ledger, Life life) {
        Runnable came = () -> life.changes().tell(Change.Topic.WORK);
        this.kinds = new Lookup<>(life.background(), ledger::kinds, came);
        this.tried = new Lookup<>(life.background(), a -> ledger.tried(a.problem(), a.but()), came);
        this.landed = new Lookup<>(life.background(), h -> ledger.landed(h.by(), h.method(), h.goal()), came);
        this.shown = new Lookup<>(life.background(), m -> ledger.shown(m.identifier(), m.but()), came);
        this.written = new Lookup<>(life.background(), ledger::written, came);
    }

    /** Which models chips and boards were; empty while that is looked up for the first time. @param but a ticket that is not counted */
    public Optional<Kinds> kinds(String but) {
        return kinds.get(but);
    }

    /** What was tried before for a problem at the computer. @param but a ticket that is not counted */
    public List<Observed.Problem> tried(String problem, String but) {
        return tried.get(new About(problem, but)).orElse(List.of());
    }

    /** Which stages computers show here for a model. @param but a ticket that is not counted */
    public ShownStages shown(String identifier, String but) {
        return shown.get(new OfModel(identifier, but)).map(ShownStages::new).orElse(ShownStages.NONE);
    }

    /** The version that was last written on a model here; empty while that is looked up for the first time. */
    public Optional<LedgerTables.Written> written(String identifier) {
        return written.get(identifier).flatMap(w -> w);
    }

    /** How often a method has landed on real devices of a family, in one person's hands. */
    public Landed landed(String by, ButtonLayout family, ButtonSequence method, DeviceCatalogue devices) {
        List<MethodResults> tries = landed.get(new Who(by, method.method(), method.goal().toString())).orElse(List.of()).stream()
                .filter(l -> devices.byIdentifier(l.identifier()).filter(m -> m.family() == family).isPresent()).toList();
        return new Landed(tries.stream().mapToInt(MethodResults::landed).sum(), tries.stream().mapToInt(MethodResults::of).sum());
    }

    /** A real ticket has changed, and may teach something else. */
    public void forget() {
        kinds.changed();
        tried.changed();
        landed.changed();
        shown.changed();
        written.changed();
    }

    /** @param landed of so many attempts */
    public record Landed(int landed, int of) {}
}
