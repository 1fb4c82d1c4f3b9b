package wistaxis.workbench.ticket;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.ticket.Observed;
import wistaxis.core.usb.Kinds;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerStore;

/**
 * What this bench has learned on real tickets: which models chips and boards were, what helped against what went wrong at the host, how
 * often keys landed. Asked of the ledger's tables, and kept until a real ticket changes.
 */
public final class Learned {
    private final LedgerStore ledger;
    private final Map<String, Kinds> kinds = new HashMap<>();
    private final Map<String, List<Observed.Trouble>> tried = new HashMap<>();
    private final Map<String, List<Ledger.Landed>> landed = new HashMap<>();

    public Learned(LedgerStore ledger) {
        this.ledger = ledger;
    }

    /** Which models chips and boards were. @param but a ticket that is not counted; empty for none */
    public Kinds kinds(String but) {
        return kinds.computeIfAbsent(but, ledger::kinds);
    }

    /** What was tried before for a trouble at the host. @param but a ticket that is not counted */
    public List<Observed.Trouble> tried(String trouble, String but) {
        return tried.computeIfAbsent(trouble + " " + but, _ -> ledger.tried(trouble, but));
    }

    /** How often a school has landed on real devices of a family, in one person's hands. */
    public Landed landed(String by, KeyFamily family, KeySequence school, DeviceCatalogue devices) {
        String goal = school.goal().toString();
        List<Ledger.Landed> tries = landed.computeIfAbsent(school.school() + " " + goal + " " + by, _ -> ledger.landed(by, school.school(),
                goal)).stream().filter(l -> devices.byIdentifier(l.identifier()).filter(m -> m.family() == family).isPresent()).toList();
        return new Landed(tries.stream().mapToInt(Ledger.Landed::landed).sum(), tries.stream().mapToInt(Ledger.Landed::of).sum());
    }

    /** A real ticket has changed, and may teach something else. */
    public void forget() {
        kinds.clear();
        tried.clear();
        landed.clear();
    }

    /** @param landed of so many attempts */
    public record Landed(int landed, int of) {}
}
