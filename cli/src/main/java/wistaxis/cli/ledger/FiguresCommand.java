package wistaxis.cli.ledger;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.OnLedger;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.words.Text;
import wistaxis.store.ledger.FigureWords;
import wistaxis.store.ledger.Figures;
import wistaxis.store.ledger.FiguresCsv;
import wistaxis.store.ledger.Ledger;

@Command(name = "figures", mixinStandardHelpOptions = true, description = "${bundle:cli.help.figures}")
public final class FiguresCommand extends OnLedger {
    @Option(names = "--from", paramLabel = "DAY", defaultValue = "2000-01-01", description = "${bundle:cli.help.figures.from}")
    private String from = "";

    @Option(names = "--to", paramLabel = "DAY", defaultValue = "2999-12-31", description = "${bundle:cli.help.figures.to}")
    private String to = "";

    @Option(names = "--csv", description = "${bundle:cli.help.figures.csv}")
    private boolean csv;

    @Option(names = "--by-person", description = "${bundle:cli.help.figures.by-person}")
    private boolean byPerson;

    private static Instant day(String text, int after) {
        try {
            return LocalDate.parse(text).plusDays(after).atStartOfDay(ZoneId.systemDefault()).toInstant();
        } catch (DateTimeException e) {
            throw new BadInput(t("cli.figures.day", "day", Shown.value(text)), e);
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
        List<String> words = new ArrayList<>(List.of(t("cli.figures.tickets", "n", f.tickets(), "closed", f.closed())));
        Figures said = FigureWords.of(f);
        said.problems().forEach(c -> words.add(count("problem", c)));
        said.families().forEach(c -> words.add(count("layout", c)));
        said.models().forEach(c -> words.add(count("model", c)));
        said.helped().forEach(s -> words.add(share("helped", s)));
        said.buttons().forEach(s -> words.add(share("buttons", s)));
        said.funnel().forEach(w -> words.add("  " + t("cli.figures.entered", "what", w.what(), "first", w.first(), "second", w.second(),
                "later", w.later(), "never", w.never())));
        if (said.again() != null) {
            words.add(share("dropped-out", said.again()));
        }
        said.computer().forEach(s -> words.add(share("computer", s)));
        if (said.promise() != null) {
            words.add(share("promise", said.promise()));
        }
        said.spent().forEach(l -> words.add(length("time", l, 60)));
        said.stages().forEach(l -> words.add(length("stage", l, 1)));
        answer(f, words);
    }

    private static String count(String of, Figures.Count c) {
        return "  " + t("cli.figures." + of, "what", c.what(), "n", c.n());
    }

    private static String share(String of, Figures.Share s) {
        return "  " + t("cli.figures." + of, "what", s.what(), "share", Text.of("cli.figures.share", "n", s.n(), "of", s.of(), "low",
                Math.round(100 * s.low()), "high", Math.round(100 * s.high())));
    }

    /** @param unit seconds */
    private static String length(String of, Figures.Length l, int unit) {
        return "  " + t("cli.figures." + of, "what", l.what(), "mid", Math.round(l.seconds().mid() / unit), "low",
                Math.round(l.seconds().low() / unit), "high", Math.round(l.seconds().high() / unit), "n", l.seconds().cases());
    }

    private void csv(Figures f) {
        try {
            FiguresCsv.to(out(), f);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
