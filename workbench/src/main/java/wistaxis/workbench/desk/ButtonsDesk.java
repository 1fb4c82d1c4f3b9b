package wistaxis.workbench.desk;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.coach.Verdict;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.practice.Chance;
import wistaxis.core.work.Command;
import wistaxis.workbench.practice.Coaches;
import wistaxis.workbench.practice.Coaching;
import wistaxis.workbench.practice.Practice;
import wistaxis.workbench.route.Routes;
import wistaxis.workbench.ticket.Learned;

/** The keys of one ticket: what its route wants of them, and the attempts in the ledger. */
public final class ButtonsDesk {
    private final Routes routes;
    private final Practice practice;
    private final Learned learned;
    private final DeviceCatalogue devices;
    private final TicketDesk desk;
    private final Coaching coaching;
    private @Nullable Goal wanted;

    public ButtonsDesk(Routes routes, Practice practice, Learned learned, DeviceCatalogue devices, Coaches coaches, TicketDesk desk) {
        this.routes = routes;
        this.practice = practice;
        this.learned = learned;
        this.devices = devices;
        this.desk = desk;
        this.coaching = coaches.coach(desk, wanted(), this::ended);
    }

    public Coaching coaching() {
        follow();
        return coaching;
    }

    /** Whether an attempt goes on. */
    boolean busy() {
        return coaching.run().isPresent();
    }

    /** How often the method in hand has landed on real devices here, by whoever is at the bench; empty before it was tried. */
    public Optional<Learned.Landed> here() {
        return coaching().method().map(s -> learned.landed(practice.person(), desk.model().family(), s, devices))
                .filter(c -> c.of() > 0);
    }

    /** How likely the method in hand lands, in a real hand: the model's answer, and what slips besides; empty where nobody can say. */
    public Optional<Chance.InTiming> inHand() {
        Optional<Learned.Landed> own = here();
        return coaching().chance().map(c -> c.inHand(own.map(Learned.Landed::landed).orElse(0), own.map(Learned.Landed::of).orElse(0)));
    }

    /** Whether the device is in the mode that the route wants: the keys are done. */
    public boolean landed() {
        Mode mode = desk.ticket().mode();
        return mode != null && mode.word().equals(coaching().goal().toString()) && desk.ticket().writesFirmware();
    }

    /** What the route and the mode ask of the keys now. */
    private Goal wanted() {
        return routes.rules(desk.ticket()).wantedButtons().orElse(Goal.RECOVERY);
    }

    /** Takes the route's goal when that has changed; a goal chosen by hand stays until then. */
    private void follow() {
        boolean outAgain = coaching.goal() == Goal.LEAVE_RECOVERY && coaching.verdict().filter(Verdict::success).isPresent();
        Goal now = outAgain ? Goal.LEAVE_RECOVERY : wanted();
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

    /** Power off, then the keys that begin with a device that is off: one chain, gone on with by itself. */
    private void goOn(Coaching.Ended e) {
        if (desk.device().isObserved() && e.method().goal() == Goal.POWER_OFF && e.verdict().success() && wanted() != Goal.POWER_OFF) {
            coaching.choose(wanted());
        }
    }

    private void ended(Coaching.Ended e) {
        desk.give(new Command.NoteButtons(e.method().method() + (e.shown() ? " (shown)" : ""), e.method().goal().toString(),
                e.verdict().success(), e.verdict().says(), e.trace().events(),
                desk.device().isObserved() ? practice.person() : null, e.ends()));
        goOn(e);
    }
}
