package wistaxis.cli.ledger;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.OnLedger;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.store.ledger.Figures;
import wistaxis.store.ledger.FiguresCsv;
import wistaxis.store.ledger.Ledger;

@Command(name = "figures", mixinStandardHelpOptions = true, description = {
    "The shop's figures over the tickets opened in a stretch of time: what came in, what helped, how keys landed, what helped at the host,",
    "promises, stage lengths. Each share with its cases and 95 % interval (Wilson); below three cases nothing is said."})
public final class FiguresCommand extends OnLedger {
    @Option(names = "--from", paramLabel = "DAY", defaultValue = "2000-01-01", description = "first day, for example 2026-05-01")
    private String from = "";

    @Option(names = "--to", paramLabel = "DAY", defaultValue = "2999-12-31", description = "last day, included")
    private String to = "";

    @Option(names = "--csv", description = "one row a figure, RFC 4180, in place of words")
    private boolean csv;

    @Option(names = "--by-person", description = "attempts to the mode by person too; for learning, not for a league table")
    private boolean byPerson;

    private static Instant day(String text, int after) {
        try {
            return LocalDate.parse(text).plusDays(after).atStartOfDay(ZoneId.systemDefault()).toInstant();
        } catch (DateTimeException e) {
            throw new BadInput("day [" + Shown.value(text) + "] is none; write for example 2026-05-01", e);
        }
    }

    @Override
    public void run() {
        Figures f;
        try (Ledger ledger = ledger()) {
            f = ledger.tables().figures(day(from, 0), day(to, 1), byPerson);
        }
        if (csv) {
            csv(f);
            return;
        }
        List<String> words = new ArrayList<>(List.of(f.tickets() + " tickets, " + f.closed() + " closed"));
        f.troubles().forEach(c -> words.add("  in: " + c.what() + " " + c.n()));
        f.families().forEach(c -> words.add("  family: " + c.what() + " " + c.n()));
        f.models().forEach(c -> words.add("  model: " + c.what() + " " + c.n()));
        f.helped().forEach(s -> words.add("  helped: " + words(s)));
        f.keys().forEach(s -> words.add("  keys: " + words(s)));
        f.funnel().forEach(w -> words.add(String.format(Locale.ROOT, "  to the mode: %s at first %d, at second %d, later %d, never %d",
                w.what(),
                w.first(), w.second(), w.later(), w.never())));
        if (f.again() != null) {
            words.add("  " + words(f.again()));
        }
        f.host().forEach(s -> words.add("  at the host: " + words(s)));
        if (f.promise() != null) {
            words.add("  promises kept: " + words(f.promise()));
        }
        f.spent().forEach(l -> words.add(String.format(Locale.ROOT, "  time: %s %.0f min (%.0f-%.0f) a ticket", l.what(),
                l.seconds().mid() / 60,
                l.seconds().low() / 60, l.seconds().high() / 60)));
        f.stages().forEach(l -> words.add(String.format(Locale.ROOT, "  stage %s: %.0f s (%.0f-%.0f), %d runs", l.what(), l.seconds().mid(),
                l.seconds().low(), l.seconds().high(), l.seconds().cases())));
        answer(f, words);
    }

    private static String words(Figures.Share s) {
        return String.format(Locale.ROOT, "%s %d of %d (%.0f-%.0f %%)", s.what(), s.n(), s.of(), 100 * s.low(), 100 * s.high());
    }

    private void csv(Figures f) {
        try {
            FiguresCsv.to(out(), f);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
