package wistaxis.core.route;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.route.Route.Rung;
import wistaxis.core.route.Route.Status;
import wistaxis.core.ticket.Ticket;

/** Applies the rules to the facts. What is not known never makes a step more permissive. */
public final class RoutePlanner {
    private final RouteFacts.Routes routes;
    private final List<RouteFacts.Question> questions;

    private RoutePlanner(RouteFacts.Routes routes, List<RouteFacts.Question> questions) {
        this.routes = routes;
        this.questions = List.copyOf(questions);
    }

    public static RoutePlanner shipped() {
        return new RoutePlanner(Json.fact("routes.json", RouteFacts.Routes.class), Json.fact("questions.json", RouteFacts.Questions.class).questions());
    }

    /** The questions of the intake, in the order in which they are asked. */
    public List<RouteFacts.Question> questions() {
        return questions;
    }

    /** The words of an answer, or the value itself when it is no listed answer. */
    public String words(String fact, String value) {
        return questions.stream().filter(q -> q.fact().equals(fact)).flatMap(q -> q.answers().stream())
                .filter(a -> a.getFirst().equals(value)).map(List::getLast).findFirst().orElse(value);
    }

    /** The facts that the rules read, taken from a ticket. */
    public static Map<String, String> factsOf(Ticket ticket) {
        Map<String, String> facts = new java.util.HashMap<>(ticket.facts());
        if (ticket.identifier() != null) {
            facts.put("device", ticket.identifier());
        }
        if (ticket.consent() != null) {
            facts.put("consent", ticket.consentGiven() ? "yes" : "no");
        }
        return facts;
    }

    /**
     * @param facts by name; a fact left out is unknown
     * @throws BadInput when the trouble is missing or has no ladder
     */
    public Route plan(Map<String, String> facts) {
        String trouble = facts.getOrDefault("trouble", "unknown");
        RouteFacts.Ladder ladder = routes.ladders().stream().filter(l -> l.trouble().equals(trouble)).findFirst()
                .orElseThrow(() -> new BadInput("no ladder for trouble [" + trouble + "]; known are "
                        + routes.ladders().stream().map(RouteFacts.Ladder::trouble).toList()));
        Optional<String> stop = holding(facts).filter(r -> r.effect().equals("stop")).map(RouteFacts.Rule::says).findFirst();
        return new Route(stop.orElse(null), ladder.steps().stream().map(id -> rung(step(id), facts, stop)).toList());
    }

    /** @throws IllegalArgumentException for an unknown step */
    public RouteFacts.StepFact step(String id) {
        return routes.steps().stream().filter(s -> s.id().equals(id)).findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no such step [" + id + "]"));
    }

    private Stream<RouteFacts.Rule> holding(Map<String, String> facts) {
        return routes.rules().stream().filter(rule -> rule.when().entrySet().stream()
                .allMatch(e -> e.getValue().contains(facts.getOrDefault(e.getKey(), "unknown"))));
    }

    private Rung rung(RouteFacts.StepFact step, Map<String, String> facts, Optional<String> stop) {
        List<RouteFacts.Rule> rules = holding(facts).filter(r -> r.steps().contains(step.id())).toList();
        List<RouteFacts.Rule> refusing = rules.stream().filter(r -> r.effect().equals("refuse")).toList();
        List<RouteFacts.Rule> blocking = rules.stream().filter(r -> r.effect().equals("block")).toList();
        Status status = stop.isPresent() || !refusing.isEmpty() ? Status.REFUSED
                : blocking.isEmpty() ? Status.READY
                : blocking.stream().allMatch(RouteFacts.Rule::settledByConsent) ? Status.NEEDS_CONSENT
                : Status.BLOCKED;
        Stream<RouteFacts.Rule> against = refusing.isEmpty() ? blocking.stream().sorted((a, b) -> Boolean.compare(a.settledByConsent(), b.settledByConsent()))
                : refusing.stream();
        Stream<String> speaks = refusing.isEmpty() ? says(rules, "reason") : Stream.empty();
        return new Rung(step, status, Stream.of(stop.stream(), against.map(RouteFacts.Rule::says), speaks).flatMap(s -> s).toList(),
                says(rules, "caution").toList());
    }

    private static Stream<String> says(List<RouteFacts.Rule> rules, String effect) {
        return rules.stream().filter(r -> r.effect().equals(effect)).map(RouteFacts.Rule::says);
    }
}
