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
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/**
 * From the greeting to first use, page by page, by what the ticket knows: which pages come, whose hands, how long. Common practice; it can
 * be left half way, the rest at home.
 */
public final class SetUp {
    /** From here on systems offer to take over from another device, and tell about privacy; from memory. */
    private static final int NEW_FROM = 11;

    /** Up to here and from here on menus have other names; from memory. */
    private static final int OLD_MENUS_TO = 12;
    private static final int NEW_MENUS_FROM = 18;

    private static final String NONE = "none";

    /** Answers that show the account lock, expected or not. */
    private static final Set<String> LOCKED = Set.of("locked", "asks");

    private SetUp() {}

    /**
     * Where it stands; empty before anything was erased. A device that somebody else gets is only followed as far as activation.
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
        return !erased ? Optional.empty() : Optional.of(run(Guide.SET_UP, ticket, model, minutes, attempt.guide()));
    }

    /** The whole of it, for a ticket on which nothing was erased yet: what lies ahead once it is. */
    public static Optional<GuideRun> ahead(Ticket ticket, @Nullable DeviceModel model, Map<String, Guide.Minutes> minutes) {
        return Optional.of(run(Guide.SET_UP, ticket, model, minutes, List.of()));
    }

    /** The settings that a device is left with; empty before it is handed over, and where somebody else gets it. */
    public static Optional<GuideRun> afterwards(Ticket ticket, @Nullable DeviceModel model) {
        return ticket.attempt().filter(a -> !a.is(Step::isHardware) && !ticket.leavesOwner()
                && (ticket.stage() == Stage.HANDOVER || ticket.stage() == Stage.CLOSED))
                .map(a -> run(Guide.AFTERWARDS, ticket, model, Map.of(), a.guide()));
    }

    /** Both, as far as they are there: set-up, and the settings afterwards. */
    public static List<GuideRun> all(Ticket ticket, @Nullable DeviceModel model) {
        return Stream.of(of(ticket, model), afterwards(ticket, model)).flatMap(Optional::stream).toList();
    }

    private static GuideRun run(String way, Ticket ticket, @Nullable DeviceModel model, Map<String, Guide.Minutes> minutes,
            List<Guide.Note> notes) {
        return GuideRun.of(List.of(Guide.find(way).orElseThrow().where(facts(ticket, model)).lasting(minutes)), notes, 0);
    }

    /** What the model alone says of a guide's stops: how it is unlocked, whether it calls, and whether it has a camera. */
    public static Map<String, String> facts(DeviceModel model) {
        boolean camera = !model.look("cameraLayout").equals(NONE) || !model.look("frontCamera").equals(NONE);
        return Map.of("unlock", unlock(model), "network", model.network(), "camera", camera ? "yes" : "no");
    }

    /** Where there is no Home to rest a finger on, the top button reads it on some models. From memory. */
    private static String unlock(DeviceModel model) {
        boolean home = !model.look("home").equals(NONE);
        return home ? model.look("homeMark").equals("ring") ? "finger" : NONE : model.look("topPrint").equals("yes") ? "finger" : "face";
    }

    private static Map<String, String> facts(Ticket t, @Nullable DeviceModel model) {
        Map<String, String> facts = new HashMap<>();
        boolean signedOut = t.attempts().stream().anyMatch(a -> a.is(Step::signsOut) && Boolean.TRUE.equals(a.said()));
        boolean shown = t.attempt().stream().flatMap(a -> a.guide().stream()).anyMatch(n -> n.way().equals(Guide.SET_UP)
                && LOCKED.contains(n.answer()));
        facts.put("lock", !shown && (signedOut || t.fact("locating").filter("off"::equals).isPresent()) ? "no" : "yes");
        int version = version(t);
        facts.put("age", version < NEW_FROM ? "old" : "new");
        facts.put("menus", version <= OLD_MENUS_TO ? "to-12" : version < NEW_MENUS_FROM ? "13-to-17" : "18-up");
        facts.put("leaves", t.leavesOwner() ? "yes" : "no");
        Stream.of("touch", "display").forEach(f -> t.fact(f).ifPresent(v -> facts.put(f, v)));
        boolean cloud = kept(t, "cloud");
        boolean computer = kept(t, "computer") && t.fact("dataPort").filter("dead"::equals).isEmpty();
        facts.put("backup", cloud && computer ? "both" : cloud ? "cloud" : computer ? "computer" : NONE);
        if (model != null) {
            facts.putAll(facts(model));
        }
        return facts;
    }

    /** The first number of the version that was written, else of the one that was there; of a new system where neither is known. */
    private static int version(Ticket t) {
        return Stream.of(Optional.ofNullable(t.restored()), t.fact("installedVersion")).flatMap(Optional::stream).findFirst()
                .map(v -> v.replaceAll("[^0-9].*", "")).filter(v -> v.matches("\\d{1,4}")).map(Integer::parseInt).orElse(NEW_MENUS_FROM);
    }

    private static boolean kept(Ticket t, String kind) {
        return t.backups().stream().anyMatch(b -> b.kind().equals(kind)) || t.fact("backup").filter(b -> b.equals(kind) || b.equals("both"))
                .isPresent();
    }

    /**
     * A page was answered.
     *
     * @param way {@link Guide#SET_UP} or {@link Guide#AFTERWARDS}
     * @return with the check of the handover that it answers too, so that nobody is asked twice
     * @throws BadInput for an answer that may not be given now
     */
    public static List<TicketEvent> answer(Rules rules, @Nullable DeviceModel model, String way, String stop, String answer) {
        rules.stopped().or(rules::mayAnswer).ifPresent(why -> {
            throw new NotAllowed(why);
        });
        Guide.Page now = all(rules.ticket(), model).stream().filter(r -> r.ways().getFirst().way().equals(way)).findFirst()
                .map(GuideRun::at).orElseThrow(() -> new BadInput(t("core.setup.nothing")));
        if (now == null || !now.id().equals(stop) || now.answer(answer).isEmpty()) {
            throw new BadInput(now == null ? t("core.setup.over", "page", stop, "answer", answer) : t("core.setup.not-asked", "page", stop,
                    "answer", answer, "asked", now.id(), "answers", now.answers().stream().map(Guide.Answer::id).toList()));
        }
        List<TicketEvent> events = new ArrayList<>(List.of(new TicketEvent.GuideNoted(way, stop, answer)));
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
