package wistaxis.core.work;

import static wistaxis.core.words.Say.t;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/** Leading through what is done without keys and without a run: what an answer means, as the events to be recorded, in order. */
public final class GuideAnswers {
    private static final int LONGEST = 120;

    private GuideAnswers() {}

    /**
     * A stop was answered.
     *
     * @param way the way it is a stop of
     * @return with what came of the step, where that is clear: a guide that failed did not help, one that only prepares or checks is done
     * @throws BadInput for an answer that may not be given now, or where nothing may be done on the ticket
     */
    public static List<TicketEvent> answer(Rules rules, String way, String stop, String answer) {
        Ticket ticket = rules.ticket();
        rules.stopped().or(rules::mayAnswer).ifPresent(why -> {
            throw new NotAllowed(why);
        });
        GuideRun run = ticket.guide().orElseThrow(() -> new BadInput(t("core.guide.none")));
        Guide guide = run.ways().stream().filter(w -> w.way().equals(way)).findFirst()
                .orElseThrow(() -> new BadInput(t("core.guide.no-way", "way", way, "known", run.ways().stream()
                        .map(Guide::way) .toList())));
        Guide.Page now = run.guide() == null || !run.guide().way().equals(way) ? guide.steps().getFirst() : run.at();
        if (run.over() && run.guide() != null && run.guide().way().equals(way) || now == null || !now.id().equals(stop)) {
            throw new BadInput(now == null ? t("core.guide.over", "page", stop) : t("core.guide.not-asked", "page", stop, "asked",
                    now.id()));
        }
        if (now.shown(answer).isPresent()) {
            return List.of(new TicketEvent.GuideNoted(way, stop, answer));
        }
        Guide.Answer said = now.answer(answer).orElseThrow(() -> new BadInput(t("core.guide.no-answer", "answer", answer, "known",
                now.answers().stream().map(Guide.Answer::id).toList())));
        if (said.to().equals(Guide.Answer.AGAIN) && run.isSpent()) {
            throw new BadInput(t("core.guide.no-more-tries", "n", run.counted()));
        }
        List<TicketEvent> events = new ArrayList<>(List.of(new TicketEvent.GuideNoted(way, stop, answer)));
        Step step = ticket.attempt().flatMap(Attempt::known).orElseThrow();
        if (said.isFailed()) {
            events.addAll(rules.say(Attempt.Outcome.DID_NOT_HELP));
        } else if (said.isDone() && (step.prepares() || said.verdict() != null)) {
            events.addAll(rules.say(Attempt.Outcome.HELPED));
        }
        return events;
    }

    /**
     * A backup is known of, or was made.
     *
     * @param version as people write it; empty where nobody knows
     * @param where where it is kept; empty where nobody said
     * @throws BadInput for what cannot be read, by field
     */
    public static TicketEvent backup(Ticket ticket, String kind, String version, @Nullable LocalDate at, @Nullable Long sizeBytes,
            String where, boolean here) {
        if (ticket.closed() != null) {
            throw new NotAllowed(t("core.rules.closed", "number", ticket.number(), "how", ticket.closed()));
        }
        if (!CaseFacts.Backup.KINDS.contains(kind) || sizeBytes != null && sizeBytes <= 0) {
            throw new BadInput(t("core.guide.bad-backup"));
        }
        String read = version.isBlank() ? null : SystemVersion.parse(version.strip()).toString();
        return new TicketEvent.BackupNoted(kind, null, read, at, sizeBytes, where.isBlank() ? null : Names.typed(where, "place", LONGEST),
                here ? true : null);
    }

    /** What the slip of a buying check says; empty for another step. */
    public static Optional<GuideRun> buyingCheck(Ticket ticket) {
        return ticket.guide().filter(w -> w.ways().getFirst().of().equals("buying-check"));
    }
}
