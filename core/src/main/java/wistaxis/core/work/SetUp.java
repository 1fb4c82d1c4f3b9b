package wistaxis.core.work;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.steps.UsualRoute;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/**
 * From the greeting to first use, page by page, by what the ticket knows: which pages come, whose hands, how long. Common practice; it can
 * be left half way, the rest at home.
 */
public final class SetUp {
    /** From here on systems offer to take over from another device, and tell about privacy; from memory. */
    private static final int NEW_FROM = 11;

    /** Answers that show the account lock, expected or not. */
    private static final Set<String> LOCKED = Set.of("locked", "asks");

    private SetUp() {}

    /**
     * Where it stands; empty where there is nothing to set up: before anything was erased, and for a device that is sold.
     *
     * @param model null while it is not settled
     */
    public static Optional<GuideRun> of(Ticket ticket, @Nullable DeviceModel model) {
        return of(ticket, model, Map.of());
    }

    /** The same. @param minutes how long stops take here, where that was measured */
    public static Optional<GuideRun> of(Ticket ticket, @Nullable DeviceModel model, Map<String, Guide.Minutes> minutes) {
        Attempt attempt = ticket.attempt().filter(a -> a.is(Step::erases)).orElse(null);
        boolean erased = attempt != null && (attempt.written() != null || Boolean.TRUE.equals(attempt.said())
                || ticket.guide().filter(w -> w.over() && !w.failed()).isPresent());
        return !erased || isSold(ticket) ? Optional.empty()
                : Optional.of(GuideRun.of(List.of(guide(ticket, model, minutes)), attempt.guide(), 0));
    }

    /** The whole of it, for a ticket on which nothing was erased yet: what lies ahead once it is; empty for a device that is sold. */
    public static Optional<GuideRun> ahead(Ticket ticket, @Nullable DeviceModel model, Map<String, Guide.Minutes> minutes) {
        return isSold(ticket) ? Optional.empty() : Optional.of(GuideRun.of(List.of(guide(ticket, model, minutes)), List.of(), 0));
    }

    /** Whether the device goes to somebody else, so that nobody sets it up here. */
    public static boolean isSold(Ticket ticket) {
        return ticket.problem().flatMap(Steps::route).filter(UsualRoute::leavesOwner).isPresent();
    }

    private static Guide guide(Ticket ticket, @Nullable DeviceModel model, Map<String, Guide.Minutes> minutes) {
        return Guide.find(Guide.SET_UP).orElseThrow().where(facts(ticket, model)).lasting(minutes);
    }

    /** What the model alone says of a guide's stops: how it is unlocked. */
    public static Map<String, String> facts(DeviceModel model) {
        return Map.of("unlock", model.look("home").equals("none") ? "face" : model.look("homeMark").equals("ring") ? "finger" : "none");
    }

    private static Map<String, String> facts(Ticket t, @Nullable DeviceModel model) {
        Map<String, String> facts = new HashMap<>();
        boolean signedOut = t.attempts().stream().anyMatch(a -> a.is(Step::signsOut) && Boolean.TRUE.equals(a.said()));
        boolean shown = t.attempt().stream().flatMap(a -> a.guide().stream()).anyMatch(n -> n.way().equals(Guide.SET_UP)
                && LOCKED.contains(n.answer()));
        facts.put("lock", !shown && (signedOut || t.fact("locating").filter("off"::equals).isPresent()) ? "no" : "yes");
        facts.put("age", isOld(t) ? "old" : "new");
        boolean cloud = kept(t, "cloud");
        boolean computer = kept(t, "computer");
        facts.put("backup", cloud && computer ? "both" : cloud ? "cloud" : computer ? "computer" : "none");
        if (model != null) {
            facts.putAll(facts(model));
        }
        return facts;
    }

    /** By the version that was written, else by the one that was there. */
    private static boolean isOld(Ticket t) {
        return Stream.of(Optional.ofNullable(t.restored()), t.fact("installedVersion")).flatMap(Optional::stream).findFirst()
                .map(v -> v.replaceAll("[^0-9].*", "")).filter(v -> v.matches("\\d{1,4}")).map(Integer::parseInt)
                .filter(v -> v < NEW_FROM).isPresent();
    }

    private static boolean kept(Ticket t, String kind) {
        return t.backups().stream().anyMatch(b -> b.kind().equals(kind)) || t.fact("backup").filter(b -> b.equals(kind) || b.equals("both"))
                .isPresent();
    }

    /**
     * A page was answered.
     *
     * @return with the check of the handover that it answers too, so that nobody is asked twice
     * @throws BadInput for an answer that may not be given now
     */
    public static List<TicketEvent> answer(Rules rules, @Nullable DeviceModel model, String stop, String answer) {
        rules.stopped().or(rules::mayAnswer).ifPresent(why -> {
            throw new NotAllowed(why);
        });
        Guide.Page now = of(rules.ticket(), model).map(GuideRun::at).orElseThrow(() -> new BadInput(t("core.setup.nothing")));
        if (now == null || !now.id().equals(stop) || now.answer(answer).isEmpty()) {
            throw new BadInput(now == null ? t("core.setup.over", "page", stop, "answer", answer) : t("core.setup.not-asked", "page", stop,
                    "answer", answer, "asked", now.id(), "answers", now.answers().stream().map(Guide.Answer::id).toList()));
        }
        List<TicketEvent> events = new ArrayList<>(List.of(new TicketEvent.GuideNoted(Guide.SET_UP, stop, answer)));
        String check = now.answer(answer).orElseThrow().checks();
        if (check != null) {
            String[] parts = check.split("=", 2);
            if (rules.asks(parts[0])) {
                events.addAll(rules.check(parts[0], parts[1]));
            }
        }
        return events;
    }
}
