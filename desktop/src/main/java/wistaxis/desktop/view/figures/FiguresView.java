package wistaxis.desktop.view.figures;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import javafx.beans.binding.Bindings;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.DayPlan;
import wistaxis.core.time.Range;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.store.ledger.FigureWords;
import wistaxis.store.ledger.Figures;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.plan.AfterDay;

/**
 * What came in, what helped, how button sequences landed, what failed at the computer, what was kept of promises: by period, with cases
 * and intervals.
 */
public final class FiguresView implements View {
    private static final double BAR = 150;
    private static final double TWO_COLUMNS = 1150;
    /** So many tickets of a day are named, the furthest off first. */
    private static final int FURTHEST = 5;
    private static final List<Integer> DAYS = List.of(30, 90, 365, 3650);

    private final Workbench bench;
    private final VBox page = Ui.style(new VBox(), "page");
    private final FlowPane cards = new FlowPane(14, 14);
    private final ScrollPane root = Ui.scroll(page);
    private int days = 90;
    private boolean byPerson;
    private String saved = "";
    private @Nullable Figures figures;
    private AfterDay.@Nullable Became became;
    private String says = t("desktop.figures.counting");

    public FiguresView(Workbench bench) {
        this.bench = bench;
        ask();
        bench.afterDay().last().whenComplete((found, _) -> {
            became = found == null ? null : found.orElse(null);
            refresh();
        });
    }

    private void ask() {
        Instant now = bench.now();
        int wanted = days;
        boolean people = byPerson;
        bench.tickets().figures(now.minus(Duration.ofDays(wanted)), now.plusSeconds(1), people).whenComplete((found, e) -> {
            if (wanted == days && people == byPerson) {
                figures = e == null ? found : null;
                says = e == null ? "" : String.valueOf(e.getMessage());
                refresh();
            }
        });
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return false; // what is looked at does not move
    }

    @Override
    public void refresh() {
        FlowPane periods = Ui.chips(820);
        DAYS.forEach(d -> periods.getChildren().add(Ui.button("figures-" + d, d > 1000 ? t("desktop.figures.all")
                : t("desktop.figures.last", "days", d), d == days
                ? "chip chosen" : "chip", () -> {
            days = d;
            saved = "";
            ask();
        })));
        periods.getChildren().addAll(Ui.button("figures-csv", t("desktop.figures.csv"), "quiet", this::save), Ui.text(saved,
                "small muted"));
        page.getChildren().setAll(Ui.label(t("desktop.figures.title"), "large"), periods);
        if (bench.world().simulated()) {
            page.getChildren().add(Ui.notice("", t("desktop.figures.practice"),
                    t("desktop.figures.practice-why")));
        }
        Figures f = figures;
        if (f == null) {
            page.getChildren().add(Ui.text(says, "muted"));
            return;
        }
        f = FigureWords.of(f);
        page.getChildren().add(Ui.text(t("desktop.figures.intro", "opened", f.tickets(), "closed", f.closed(), "least", Figures.FEWEST),
                "muted"));
        cards.getChildren().clear();
        page.getChildren().add(cards);
        day();
        counts(t("desktop.figures.problems"), f.problems());
        counts(t("desktop.figures.layouts"), f.families());
        counts(t("desktop.figures.models"), f.models());
        shares(t("desktop.figures.helped"), f.helped());
        funnel(f.funnel());
        if (f.again() != null) {
            shares(t("desktop.figures.dropped"), List.of(f.again()));
        }
        shares(t("desktop.figures.computer"), f.computer());
        if (f.promise() != null) {
            shares(t("desktop.figures.kept"), List.of(new Figures.Share(late(f.late()), f.promise().n(),
                    f.promise().of(),
                    f.promise().low(), f.promise().high())));
        }
        lengths(t("desktop.figures.time"), f.spent(), t("desktop.figures.of-tickets"));
        lengths(t("desktop.figures.stages"), f.stages(), t("desktop.figures.of-restores"));
    }

    /** The last day's plan, and what became of it: how far off it was, and where the most. */
    private void day() {
        AfterDay.Became of = became;
        if (of == null || of.rows().isEmpty()) {
            return;
        }
        long over = of.rows().stream().filter(r -> r.real() != null).count();
        VBox card = Ui.card(Ui.label(t("desktop.figures.day", "day", Ui.date("d MMM", of.day())), "strong"), Ui.text(t(
                "desktop.figures.day-over", "over", over, "of", of.rows().size()), ""));
        DayPlan.middle(of.rows()).ifPresent(m -> card.getChildren().add(Ui.text(t(m.isNegative() ? "desktop.figures.day-earlier"
                : "desktop.figures.day-later", "time", Ui.coarse(m.abs())), "strong")));
        of.rows().stream().limit(FURTHEST).forEach(r -> card.getChildren().add(Ui.text(t(r.late() == null ? "desktop.figures.day-open"
                : r.late().isNegative() ? "desktop.figures.day-row-earlier" : "desktop.figures.day-row-later", "number", r.ticket(),
                        "title",
                r.title(), "time", r.late() == null ? "" : Ui.coarse(r.late().abs())), "small")));
        card.setPrefWidth(560);
        cards.getChildren().add(card);
    }

    private void save() {
        Figures f = figures;
        if (f != null) {
            bench.exports().figures(f, days).thenAccept(s -> {
                saved = s;
                refresh();
            });
        }
    }

    /** How many attempts it took to the mode; by person only where somebody asks. */
    private void funnel(List<Figures.Funnel> ways) {
        if (ways.isEmpty()) {
            return;
        }
        GridPane table = table(t("desktop.figures.funnel"));
        for (int i = 0; i < ways.size(); i++) {
            Figures.Funnel w = ways.get(i);
            HBox bar = new HBox();
            int[] parts = {w.first(), w.second(), w.later(), w.never()};
            List<String> classes = List.of("bar-sure", "bar-second", "bar-open", "bar-never");
            for (int p = 0; p < parts.length; p++) {
                Region part = Ui.style(new Region(), classes.get(p));
                double width = BAR * parts[p] / w.of();
                part.setMinSize(width, 12);
                part.setMaxSize(width, 12);
                bar.getChildren().add(part);
            }
            row(table, i, w.what(), bar, t("desktop.figures.funnel-row", "first", w.first(), "second", w.second(), "later", w.later(),
                    "never", w.never(), "of", w.of()));
        }
        table.addRow(ways.size(), Ui.button("figures-people", byPerson ? t("desktop.figures.by-method") : t("desktop.figures.by-person"),
                "chip", () -> {
            byPerson = !byPerson;
            ask();
        }));
    }

    private static String late(@Nullable Range minutes) {
        return minutes == null ? t("desktop.figures.in-time") : t("desktop.figures.in-time-late", "low", Math.round(minutes.low()), "high",
                Math.round(minutes.high()));
    }


    private GridPane table(String title) {
        GridPane table = new GridPane(14, 4);
        VBox card = Ui.card(Ui.text(title, "strong"), table);
        card.prefWidthProperty().bind(Bindings.createDoubleBinding(() -> {
            double wide = cards.getWidth();
            return wide < TWO_COLUMNS ? wide : Math.floor((wide - cards.getHgap()) / 2);
        }, cards.widthProperty()));
        cards.getChildren().add(card);
        return table;
    }

    private void row(GridPane table, int row, String what, Node bar, String says) {
        Region name = Ui.text(what, "small");
        name.setPrefWidth(230);
        name.setMinWidth(180);
        table.addRow(row, name, bar, Ui.text(says, "small muted"));
    }

    private void counts(String title, List<Figures.Count> counts) {
        if (counts.isEmpty()) {
            return;
        }
        GridPane table = table(title);
        int most = counts.stream().mapToInt(Figures.Count::n).max().orElse(1);
        for (int i = 0; i < counts.size(); i++) {
            row(table, i, counts.get(i).what(), bar(counts.get(i).n() / (double) most, 0), String.valueOf(counts.get(i).n()));
        }
    }

    private void shares(String title, List<Figures.Share> shares) {
        if (shares.isEmpty()) {
            return;
        }
        GridPane table = table(title);
        for (int i = 0; i < shares.size(); i++) {
            Figures.Share s = shares.get(i);
            row(table, i, s.what(), bar(s.low(), s.high() - s.low()),
                    t("desktop.figures.share", "n", s.n(), "of", s.of(), "low", Math.round(100 * s.low()), "high",
                    Math.round(100 * s.high())));
        }
    }

    private void lengths(String title, List<Figures.Length> lengths, String of) {
        if (lengths.isEmpty()) {
            return;
        }
        GridPane table = table(title);
        double most = lengths.stream().mapToDouble(l -> l.seconds().high()).max().orElse(1);
        for (int i = 0; i < lengths.size(); i++) {
            Range r = lengths.get(i).seconds();
            row(table, i, lengths.get(i).what().replace('-', ' '), bar(r.low() / most, (r.high() - r.low()) / most),
                    t("desktop.figures.length", "usual", Ui.clock(r.mid()), "low", Ui.clock(r.low()), "high", Ui.clock(r.high()), "n",
                    r.cases(), "of", of));
        }
    }

    /** A bar: sure as far as the dark goes, open as far as the light. Parts of the whole width. */
    private static Node bar(double sure, double open) {
        Region dark = Ui.style(new Region(), "bar-sure");
        dark.setMinSize(Math.max(1, BAR * sure), 12);
        dark.setMaxSize(Math.max(1, BAR * sure), 12);
        Region light = Ui.style(new Region(), "bar-open");
        light.setMinSize(BAR * open, 12);
        light.setMaxSize(BAR * open, 12);
        light.setTranslateX(BAR * sure);
        StackPane both = new StackPane(dark, light);
        both.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
        both.setMinSize(BAR, 14);
        return both;
    }

    @Override
    public String firstFocus() {
        return "figures-" + days;
    }

    @Override
    public String manual() {
        return "figures";
    }

    @Override
    public String next() {
        return t("desktop.figures.next");
    }
}
