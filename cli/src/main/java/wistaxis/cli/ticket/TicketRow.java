package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Mode;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Text;
import wistaxis.core.work.Next;
import wistaxis.core.work.Rules;

/**
 * A ticket as every command on tickets answers it; the JSON is documented in {@code docs/formats.md}.
 *
 * @param world {@code real} or {@code practice}
 * @param step of the present attempt
 * @param last number of its last entry: what {@code --seen} takes
 * @param unreadable what of it cannot be understood here
 */
public record TicketRow(
        String ticket, String world, String title, Stage stage, Map<String, String> facts, @Nullable String identifier,
        @Nullable String step, List<Row> attempts, Next next, @Nullable Text closed, long last, List<String> unreadable) {
    /** @param outcome null while that is not known */
    @JsonInclude(JsonInclude.Include.ALWAYS)
    record Row(
            String step, @Nullable String outcome, Instant since, @Nullable Consent consent, @Nullable String build, boolean verified,
            @Nullable Mode mode, int buttons, @Nullable Text stopped, @Nullable String written, Map<String, String> checks) {
        static Row of(Attempt a) {
            TicketEvent.ConsentAsked asked = a.consent();
            return new Row(a.step(), a.outcome().map(Attempt.Outcome::toString).orElse(null), a.since(),
                    asked == null ? null : new Consent(asked.given(), asked.who(), asked.toldAboutBackup()), a.build() == null ? null
                    : a.build().build(), a.verified(),
                    a.mode(), a.buttons(), a.stopped().isEmpty() ? null : a.stopped(), a.written(), a.checks());
        }

        String words() {
            List<String> words = new ArrayList<>(List.of(t("cli.ticket.attempt", "step", Steps.title(step),
                    "outcome", outcome == null ? Text.of("core.ending.no-outcome") : Text.of("core.outcome." + outcome).or(outcome))));
            if (stopped != null) {
                words.add(t("cli.ticket.stopped", "why", stopped));
            }
            if (written != null) {
                words.add(t("cli.ticket.wrote", "version", written));
            }
            if (buttons > 0) {
                words.add(t("cli.ticket.buttons-tried", "n", buttons));
            }
            return String.join(", ", words);
        }
    }

    record Consent(boolean given, String by, String told) {}

    static TicketRow of(Rules rules, long last) {
        Ticket t = rules.ticket();
        return new TicketRow(t.number(), t.simulated() ? "practice" : "real", t.title(), t.stage(), t.facts(), t.identifier(),
                t.route(), t.attempts().stream().map(Row::of)
                .toList(), rules.next(), t.closed(), last,
                rules.unreadables().all());
    }

    List<String> words() {
        List<String> words = new ArrayList<>(List.of(line()));
        facts.forEach((fact, value) -> words.add("  " + EventWords.answer(fact, value)));
        attempts.forEach(a -> words.add("  " + a.words()));
        unreadable.forEach(o -> words.add("  ! " + o));
        words.add("  " + t("cli.ticket.next", "next", next.line()));
        return words;
    }

    String line() {
        return String.format(Locale.ROOT, "%-8s %-9s %-12s %s", ticket, stage.words(), identifier == null ? "" : identifier, title);
    }
}
