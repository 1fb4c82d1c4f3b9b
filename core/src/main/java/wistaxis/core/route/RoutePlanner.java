package wistaxis.core.route;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.YesNo;
import wistaxis.core.route.Route.RouteStep;
import wistaxis.core.route.Route.Status;
import wistaxis.core.route.RouteFacts.Effect;
import wistaxis.core.steps.Problem;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.steps.UsualRoute;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Language;
import wistaxis.core.words.Text;

/** Applies the rules to the facts. What is not known never makes a step more permissive. */
public final class RoutePlanner {
    private final RouteFacts.Routes routes;
    private final DeviceCatalogue devices;
    private final SequenceLibrary sequences;

    private RoutePlanner(RouteFacts.Routes routes, DeviceCatalogue devices, SequenceLibrary sequences) {
        this.routes = routes;
        this.devices = devices;
        this.sequences = sequences;
    }

    public static RoutePlanner shipped(DeviceCatalogue devices, SequenceLibrary sequences) {
        return new RoutePlanner(Json.fact("routes.json", RouteFacts.Routes.class), devices, sequences);
    }

    /** Where practitioners disagree and the shop chooses. */
    public List<RouteFacts.Preference> preferences() {
        return routes.preferences();
    }

    public boolean knows(String step) {
        return Steps.find(step).isPresent();
    }

    /** @throws IllegalArgumentException for an unknown step */
    public Step step(String id) {
        return Steps.of(id);
    }

    /** What follows from a case, by the names that rules and questions read. */
    public Map<String, String> inferred(CaseFacts facts, RouteContext context) {
        return infer(facts, context).facts();
    }

    /** How long the wait is that runs after the wrong tries there were, minutes; empty when none runs or that is not known. */
    public Optional<Integer> waitMinutes(CaseFacts facts) {
        return infer(facts, RouteContext.NONE).waitMinutes();
    }

    private Inferences infer(CaseFacts facts, RouteContext context) {
        return new Inferences(facts, devices, sequences, routes.waits(), Steps.route(facts.problem()).orElse(null), context);
    }

    /** @throws BadInput when the problem is missing or has no route, or the device or a tried step is not known */
    public Route plan(CaseFacts facts, RouteContext context) {
        check(facts);
        Inferences inferred = infer(facts, context);
        List<RouteFacts.Rule> holding = routes.rules().stream().filter(r -> r.holds(inferred.facts())).toList();
        Optional<Text> stop = says(holding, Effect.STOP, inferred.words()).findFirst();
        List<Step> steps = route(facts, context).stream().map(id -> timed(step(id), inferred)).toList();
        List<RouteFacts.Rule> asking = unasked(inferred.facts());
        List<RouteStep> judged = steps.stream().map(s -> {
            List<RouteFacts.Rule> rules = context.covers(s, Judge.losses(s, holding)) ? holding : asking;
            return new Judge(s, rules, inferred.words(), stop, context.overruled().get(s.id()), isTried(facts, s.id())).judged();
        }).toList();
        return new Route(stop.orElse(null), says(holding, Effect.CONTRADICTION, inferred.words()).toList(), IntStream.range(0,
                judged.size())
                .mapToObj(i -> nameNearest(judged, i)).toList(), inferred.target(), facts.targetVersion() != null, context.signed(),
                inferred.fits());
    }

    /** The rules that hold as long as the owner was not asked. */
    private List<RouteFacts.Rule> unasked(Map<String, String> facts) {
        Map<String, String> before = new HashMap<>(facts);
        before.remove("consent");
        return routes.rules().stream().filter(r -> r.holds(before)).toList();
    }

    private static boolean isTried(CaseFacts facts, String step) {
        return facts.tried() != null && facts.tried().contains(step);
    }

    private void check(CaseFacts facts) {
        if (facts.device() != null && devices.byIdentifier(facts.device()).isEmpty()) {
            throw new BadInput(t("core.bad.device-left-out", "device", facts.device()));
        }
        for (String step : facts.tried() == null ? List.<String>of() : facts.tried()) {
            if (!knows(step)) {
                throw new BadInput(t("core.bad.tried-step", "step", step, "known", routes.steps().stream().map(Step::id).toList()));
            }
        }
    }

    private List<String> route(CaseFacts facts, RouteContext context) {
        Problem problem = facts.problem();
        UsualRoute route = Steps.route(problem).orElseThrow(() -> new BadInput(t("core.bad.no-route", "problem", (problem == null
                ? "unknown" : problem), "known", Steps.routes().stream().map(UsualRoute::problem).toList())));
        List<String> steps = new ArrayList<>(route.steps());
        for (RouteFacts.Preference p : routes.preferences()) {
            List<String> move = p.moves().get(context.preferences().getOrDefault(p.preference(), ""));
            if (move != null && steps.containsAll(move)) {
                steps.remove(move.getFirst());
                steps.add(steps.indexOf(move.getLast()), move.getFirst());
            }
        }
        eraseAfter(steps, facts);
        backUpFirst(steps, facts);
        return steps;
    }

    /** What the owner wants in the end comes after what is wrong: the steps of a sale, or those of them that erase. */
    private static void eraseAfter(List<String> steps, CaseFacts facts) {
        String wish = facts.also() == null ? null : facts.also().get(Ticket.WISH);
        if (wish == null || wish.equals(Ticket.WORKS)) {
            return;
        }
        boolean leaves = wish.equals(Ticket.GIVEN_AWAY);
        List<String> more = Steps.routes().stream().filter(UsualRoute::leavesOwner)
                .flatMap(r -> r.steps().stream()).filter(s -> !steps.contains(s))
                .filter(s -> leaves || Steps.is(s, Step::erases)).toList();
        int last = steps.size() - 1;
        int first = IntStream.range(0, steps.size()).filter(i -> Steps.is(steps.get(i), Step::erases)).findFirst().orElse(last);
        steps.addAll(first, more);
        if (facts.also().containsKey(CaseFacts.CAME_UP)) {
            steps.removeIf(s -> !isTried(facts, s) && Steps.is(s, r -> r.keeps() && !r.prepares() && !r.isHardware()));
        }
    }

    /** Wherever the device opens a backup stands before the first step that erases or writes. Common practice. */
    private static void backUpFirst(List<String> steps, CaseFacts facts) {
        if (facts.opens() == YesNo.YES && !steps.contains(Step.BACKUP)) {
            IntStream.range(0, steps.size()).filter(i -> Steps.is(steps.get(i), s -> s.erases() || s.writes())).findFirst()
                    .ifPresent(i -> steps.add(i, Step.BACKUP));
        }
    }

    private static Step timed(Step step, Inferences inferred) {
        return Step.WAIT.equals(step.guide()) ? inferred.waitMinutes().map(m -> step.minutes(m, m + 5)).orElse(step) : step;
    }

    /** Fills in the step that works where the buttons of this one do not: the nearest, the gentler of two as near. */
    private static RouteStep nameNearest(List<RouteStep> steps, int at) {
        RouteStep judged = steps.get(at);
        if (!lacksButtons(judged)) {
            return judged;
        }
        Text nearest = IntStream.range(0, steps.size()).filter(i -> steps.get(i).status() != Status.REFUSED && !lacksButtons(steps.get(i)))
                .boxed()
                .min(Comparator.<Integer>comparingInt(i -> Math.abs(i - at)).thenComparing(i -> i)).map(i -> steps.get(i).step().title())
                .orElse(Text.of("core.route.no-step-nearest"));
        UnaryOperator<Text> named = r -> lacksButtons(r) ? r.with("nearest", nearest) : r;
        return new RouteStep(judged.step(), judged.status(), judged.done(), judged.advised(), judged.overrulable(), judged.reasons()
                .stream().map(named)
                .toList(),
                judged.against().stream().map(named).toList(), judged.cautions(), judged.tells(), judged.losses());
    }

    private static boolean lacksButtons(RouteStep judged) {
        return judged.reasons().stream().anyMatch(RoutePlanner::lacksButtons);
    }

    private static boolean lacksButtons(Text reason) {
        return Language.ENGLISH.arguments(reason.key()).contains("nearest");
    }

    private static Stream<Text> says(List<RouteFacts.Rule> rules, Effect effect, Map<String, Object> words) {
        return rules.stream().filter(r -> r.effect() == effect).map(r -> fill(r.says(), words));
    }

    /** A rule's text with those of the words that it has arguments for: two reasons are the same where they say the same. */
    static Text fill(Text says, Map<String, Object> words) {
        Text filled = says;
        for (String name : Language.ENGLISH.arguments(says.key())) {
            filled = words.containsKey(name) ? filled.with(name, words.get(name)) : filled;
        }
        return filled;
    }

    /** Judges one step by the rules that are about it. */
    private record Judge(Step step, List<RouteFacts.Rule> rules, Map<String, Object> words, Optional<Text> stop,
            @Nullable String overruled, boolean done) {
        private List<RouteFacts.Rule> of(Effect... effects) {
            return rules.stream().filter(r -> List.of(effects).contains(r.effect()) && r.steps().contains(step.id())).toList();
        }

        static List<String> losses(Step step, List<RouteFacts.Rule> rules) {
            return rules.stream().filter(r -> r.effect() == Effect.LOSE && r.steps().contains(step.id())).map(RouteFacts.Rule::id).toList();
        }

        private List<Text> warns(Effect... effects) {
            return of(effects).stream().map(r -> fill(r.says(), words)).toList();
        }

        RouteStep judged() {
            List<RouteFacts.Rule> against = Stream.concat(of(Effect.REFUSE).stream(), of(Effect.BLOCK).stream()
                    .sorted(Comparator.comparing(RouteFacts.Rule::settledByConsent)))
                    .filter(r -> overruled == null || r.firm()).toList();
            boolean refused = stop.isPresent() || against.stream().anyMatch(r -> r.effect() == Effect.REFUSE);
            Status status = refused ? Status.REFUSED
                    : against.isEmpty() ? Status.READY
                    : against.stream().allMatch(RouteFacts.Rule::settledByConsent) ? Status.NEEDS_CONSENT
                    : Status.BLOCKED;
            boolean overrulable = stop.isEmpty() && overruled == null && (status == Status.BLOCKED || status == Status.REFUSED)
                    && against.stream().noneMatch(r -> r.firm() && !r.settledByConsent());
            Stream<Text> speaks = refused ? Stream.empty() : Stream.concat(of(Effect.ADVISE_AGAINST).stream(), of(Effect.REASON).stream())
                    .map(r -> fill(r.says(), words));
            List<Text> closes = Stream.concat(stop.stream(),
                    against.stream().filter(r -> !refused || r.effect() != Effect.BLOCK).map(r -> fill(r.says(), words))).toList();
            List<Text> reasons = Stream.of(stop.stream(), Stream.ofNullable(overruled)
                    .map(why -> Text.of("core.route.overruled", "why", why)),
                    closes.stream().skip(stop.isPresent() ? 1 : 0), speaks).flatMap(s -> s).toList();
            return new RouteStep(step, status, done, of(Effect.ADVISE_AGAINST).isEmpty(), overrulable, reasons, closes,
                    warns(Effect.TELL, Effect.LOSE, Effect.CAUTION), warns(Effect.TELL, Effect.LOSE), losses(step, rules));
        }
    }
}
