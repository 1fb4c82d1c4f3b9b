package wistaxis.store.ledger;

import java.io.IOException;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/**
 * The shop's figures as a table, one row a figure: published, RFC 4180. A cell that a spreadsheet would run, by its first letter
 * {@code = + - @}, begins with an apostrophe instead: common practice.
 */
public final class FiguresCsv {
    private FiguresCsv() {}

    /** Writes them; the writer stays open. */
    public static void to(Appendable out, Figures f) throws IOException {
        CSVPrinter rows = new CSVPrinter(out, CSVFormat.RFC4180.builder().setHeader("figure", "what", "n", "of", "low", "high").get());
        counts(rows, "trouble", f.problems());
        counts(rows, "family", f.families());
        counts(rows, "model", f.models());
        shares(rows, "helped", f.helped());
        shares(rows, "keys", f.buttons());
        for (Figures.Funnel way : f.funnel()) {
            row(rows, "mode-at-first", way.what(), way.first(), way.of(), "", "");
            row(rows, "mode-at-second", way.what(), way.second(), way.of(), "", "");
            row(rows, "mode-later", way.what(), way.later(), way.of(), "", "");
            row(rows, "mode-never", way.what(), way.never(), way.of(), "", "");
        }
        shares(rows, "again", f.again() == null ? List.of() : List.of(f.again()));
        shares(rows, "host", f.computer());
        shares(rows, "promise", f.promise() == null ? List.of() : List.of(f.promise()));
        if (f.late() != null) {
            row(rows, "late-minutes", "late", f.late().mid(), f.late().cases(), f.late().low(), f.late().high());
        }
        lengths(rows, "spent-seconds", f.spent());
        lengths(rows, "stage-seconds", f.stages());
        rows.flush();
    }

    private static void counts(CSVPrinter rows, String figure, List<Figures.Count> counts) throws IOException {
        for (Figures.Count c : counts) {
            row(rows, figure, c.what(), c.n(), "", "", "");
        }
    }

    private static void shares(CSVPrinter rows, String figure, List<Figures.Share> shares) throws IOException {
        for (Figures.Share s : shares) {
            row(rows, figure, s.what(), s.n(), s.of(), s.low(), s.high());
        }
    }

    private static void lengths(CSVPrinter rows, String figure, List<Figures.Length> lengths) throws IOException {
        for (Figures.Length l : lengths) {
            row(rows, figure, l.what(), l.seconds().mid(), l.seconds().cases(), l.seconds().low(), l.seconds().high());
        }
    }

    private static void row(CSVPrinter rows, String figure, String what, Object... numbers) throws IOException {
        rows.print(figure);
        rows.print(harmless(what));
        for (Object number : numbers) {
            rows.print(number);
        }
        rows.println();
    }

    /** The text so that no spreadsheet runs it. */
    static String harmless(String text) {
        return !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0 ? "'" + text : text;
    }
}
