package wistaxis.desktop.app;

import org.jspecify.annotations.Nullable;
import wistaxis.core.coach.Verdict;
import wistaxis.core.keys.Goal;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/** The keys of one ticket: what its route wants of them, and the attempts in the ledger. */
public final class KeysDesk {
    private final TicketDesk desk;
    private final Coaching coaching;
    private @Nullable Goal wanted;

    KeysDesk(Workbench bench, TicketDesk desk) {
        this.desk = desk;
        this.coaching = new Coaching(bench, desk, wanted(desk.ticket()), this::ended);
    }

    public Coaching coaching() {
        follow();
        return coaching;
    }

    /** Whether an attempt goes on. */
    boolean busy() {
        return coaching.run().isPresent();
    }

    /** Whether the device is in the mode that the route wants: the keys are done. */
    public boolean landed() {
        String mode = desk.ticket().mode();
        return mode != null && mode.equals(coaching().goal().toString()) && desk.ticket().writesFirmware();
    }

    /** What the route and the mode ask of the keys now. */
    private static Goal wanted(Ticket t) {
        return switch (t.route()) {
            case "dfu-restore" -> Goal.DFU;
            case "force-restart" -> Goal.FORCE_RESTART;
            case "recovery-in-out" -> t.mode() == null ? Goal.RECOVERY : Goal.LEAVE_RECOVERY;
            case null, default -> Goal.RECOVERY;
        };
    }

    /** Takes the route's goal when that has changed; a goal chosen by hand stays until then. */
    private void follow() {
        boolean outAgain = coaching.goal() == Goal.LEAVE_RECOVERY && coaching.verdict().filter(Verdict::success).isPresent();
        Goal now = outAgain ? Goal.LEAVE_RECOVERY : wanted(desk.ticket());
        if (now != wanted) {
            wanted = now;
            if (coaching.goal() != now && coaching.run().isEmpty()) {
                coaching.choose(now);
            }
        }
    }

    void tick() {
        coaching.tick();
    }

    private void ended(Coaching.Ended e) {
        desk.record(new TicketEvent.KeysAttempted(e.school().school() + (e.shown() ? " (shown)" : ""), e.school().goal().toString(), e.verdict().success(), e.verdict().says(), e.trace().events()));
    }
}
