package wistaxis.workbench.ticket;

import java.util.List;
import java.util.Optional;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.ticket.Observed;
import wistaxis.core.usb.Kinds;
import wistaxis.store.ledger.KeysLanded;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.life.Lookup;

/**
 * What this bench has learned on real tickets: which models chips and boards were, what helped against what went wrong at the host, how
 * often keys landed. Asked of the ledger's tables behind the bench's thread, anew when a real ticket has changed.
 */
public final class Learned {
    private final Lookup<String, Kinds> kinds;
    private final Lookup<About, List<Observed.Trouble>> tried;
    private final Lookup<Hands, List<KeysLanded>> landed;

    /** @param but a ticket that is not counted */
    private record About(String trouble, String but) {}

    private record Hands(String by, String school, String goal) {}

    public Learned(LedgerStore ledger, Life life) {
        Runnable came = () -> life.changes().tell(Change.Topic.WORK);
        this.kinds = new Lookup<>(life.background(), ledger::kinds, came);
        this.tried = new Lookup<>(life.background(), a -> ledger.tried(a.trouble(), a.but()), came);
        this.landed = new Lookup<>(life.background(), h -> ledger.landed(h.by(), h.school(), h.goal()), came);
    }

    /** Which models chips and boards were; empty while that is looked up for the first time. @param but a ticket that is not counted */
    public Optional<Kinds> kinds(String but) {
        return kinds.get(but);
    }

    /** What was tried before for a trouble at the host. @param but a ticket that is not counted */
    public List<Observed.Trouble> tried(String trouble, String but) {
        return tried.get(new About(trouble, but)).orElse(List.of());
    }

    /** How often a school has landed on real devices of a family, in one person's hands. */
    public Landed landed(String by, KeyFamily family, KeySequence school, DeviceCatalogue devices) {
        List<KeysLanded> tries = landed.get(new Hands(by, school.school(), school.goal().toString())).orElse(List.of()).stream()
                .filter(l -> devices.byIdentifier(l.identifier()).filter(m -> m.family() == family).isPresent()).toList();
        return new Landed(tries.stream().mapToInt(KeysLanded::landed).sum(), tries.stream().mapToInt(KeysLanded::of).sum());
    }

    /** A real ticket has changed, and may teach something else. */
    public void forget() {
        kinds.changed();
        tried.changed();
        landed.changed();
    }

    /** @param landed of so many attempts */
    public record Landed(int landed, int of) {}
}
