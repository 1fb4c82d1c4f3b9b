package wistaxis.workbench.page;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Question;
import wistaxis.core.route.Route;
import wistaxis.core.ticket.Ticket;
import wistaxis.workbench.route.Routes;

/**
 * The intake of a ticket as it stands.
 *
 * @param current the question in hand; empty when all that matters is asked
 * @param said those that are answered, the latest first
 * @param open those that are still to ask
 * @param others those that can be answered as well
 * @param route as it stands; empty while the problem is not known
 */
public record IntakePage(Ticket of, Optional<Question> current, List<Question> said, List<Question> open, List<Question> others,
        Optional<Route> route) {
    /**
     * @param picked the question that was picked; null for the next one
     * @param putOff questions that were put off
     */
    public static IntakePage of(Ticket t, Routes routes, @Nullable String picked, Set<String> putOff) {
        Intake intake = routes.intake();
        Map<String, String> inferred = routes.inferred(t);
        Optional<Question> current = picked == null ? intake.next(t, inferred, putOff)
                : intake.questions().stream().filter(q -> q.question().equals(picked)).findFirst();
        List<Question> asked = intake.asked(t, inferred);
        return new IntakePage(t, current, asked.stream().filter(q -> Intake.answered(q, t)).toList().reversed(),
                asked.stream().filter(q -> !Intake.answered(q, t) && !current.filter(q::equals).isPresent()).toList(),
                t.problem().isPresent() ? intake.others(t, inferred) : List.of(), routes.route(t));
    }

    /** Whether there is a route to go on with. */
    public boolean goesOn() {
        return of.problem().isPresent();
    }
}
