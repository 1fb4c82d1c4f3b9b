package wistaxis.core.route;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.TicketEvent;

/**
 * What a route depends on besides the case.
 *
 * @param signed the versions signed for the model when the library was asked; empty when that is not known
 * @param preferences the shop's choice by preference; a preference left out is the usual one
 * @param overruled steps that the technician takes all the same, with the reason
 * @param consent the owner's answer on the ticket; null where there is none, or it was given without saying for what
 */
public record RouteContext(List<SystemVersion> signed, Map<String, String> preferences, Map<String, String> overruled,
        TicketEvent.@Nullable ConsentAsked consent) {
    public static final RouteContext NONE = new RouteContext(List.of(), Map.of(), Map.of(), null);

    public RouteContext(List<SystemVersion> signed, Map<String, String> preferences, Map<String, String> overruled) {
        this(signed, preferences, overruled, null);
    }

    public RouteContext {
        signed = List.copyOf(signed);
        preferences = Map.copyOf(preferences);
        overruled = Map.copyOf(overruled);
    }

    /**
     * Whether the owner's agreement covers a step: it was given for one that erases as much, and nothing is lost now that was not said
     * then. Agreement in entries older than the losses covers what erases as much.
     *
     * @param losses what taking the step would lose, by rule
     */
    boolean covers(Step step, List<String> losses) {
        return consent == null || step.keeps() || !consent.given()
                || Steps.is(consent.step(), Step::erases) && (consent.losses() == null || consent.losses().containsAll(losses));
    }
}
