package wistaxis.store.ledger;

import java.util.List;

/** How often each step came to what on real tickets. @param last number of the last entry that is counted */
public record Cases(long last, List<Case> all) {
    /** By model and problem. */
    public record Case(String identifier, String problem, String step, String outcome, int times) {}
}
