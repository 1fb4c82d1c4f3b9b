package wistaxis.workbench.ticket;

import static wistaxis.core.words.Say.t;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import wistaxis.core.restore.DropOut;
import wistaxis.core.route.Intake;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.time.BenchTime;
import wistaxis.workbench.life.Life;

/**
 * What the bench has to be told of at a time: a guide that rings, a device that has dropped out of recovery during a run, an unlock that
 * may be
 * there, or is overdue, a customer to be
 * asked how it goes. Each once.
 */
public final class Reminders {
    private final Life life;
    private final Tickets tickets;
    private final Guard guard;
    private final Supplier<LocalDate> today;
    private final Function<Ticket, Optional<DropOut>> dropOut;
    private final Set<String> step = new HashSet<>();

    /** @param dropOut when the device of a run drops out of recovery although the computer needs it there */
    public Reminders(Life life, Tickets tickets, Guard guard, Supplier<LocalDate> today, Function<Ticket, Optional<DropOut>> dropOut) {
        this.life = life;
        this.tickets = tickets;
        this.guard = guard;
        this.today = today;
        this.dropOut = dropOut;
    }

    /** What is due now, whether it has step or not, in words. */
    public List<String> due() {
        List<String> due = new ArrayList<>();
        for (Ticket t : tickets.open()) {
            guard.of(t, () -> add(due, t));
        }
        return due;
    }

    private void add(List<String> due, Ticket t) {
        t.guide().flatMap(GuideRun::rings).filter(r -> !BenchTime.between(r, life.now()).isNegative())
                .ifPresent(_ -> due.add(t.number() + " " + t.title() + ": " + t.guide().orElseThrow().at().title()));
        dropOut.apply(t).filter(DropOut::out).ifPresent(d -> due.add(t.number() + " " + t.title() + ": " + d.says()));
        Optional.ofNullable(t.unlock()).filter(u -> t.unlockAnswers().isEmpty()).flatMap(this::unlock)
                .ifPresent(w -> due.add(t.number() + " " + t.title() + ": " + w));
        Intake.judgedOn(t).filter(on -> !today.get().isBefore(on))
                .ifPresent(_ -> due.add(t.number() + " " + t.title() + ": " + t("workbench.remind.judged")));
    }

    private Optional<String> unlock(TicketEvent.UnlockOrdered order) {
        LocalDate day = today.get();
        return day.isBefore(order.earliest()) ? Optional.empty() : Optional.of(day.isBefore(order.latest())
                ? t("workbench.remind.unlock") : t("workbench.remind.unlock-last"));
    }

    /** What has come due since it was last asked: it rings once. */
    public List<String> rings() {
        if (life.doubt().says().isPresent()) {
            return List.of();
        }
        List<String> now = due().stream().filter(step::add).toList();
        step.retainAll(new HashSet<>(due()));
        return now;
    }
}
