package wistaxis.desktop.view.timeline;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Timeline;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.bench.TimeLane;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;

/** A ticket's whole timeline on one page: what its time went into as a lane, and all that happened, from the ledger. */
public final class TimelineView extends TicketPage {
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss", Locale.ROOT).withZone(ZoneId.systemDefault());
    private static final String DAY = "EEEE, d MMMM yyyy";

    private final Window shell;

    public TimelineView(Window shell, Workbench bench, String number) {
        super(bench, number);
        this.shell = shell;
        show(Ui.text(t("desktop.timeline.reading"), "muted"));
    }

    private void show(Node... what) {
        root.getChildren().setAll(Ui.row(14, Ui.text(t("desktop.timeline.of", "number", number, "title", ticket().title()), "large"),
                Ui.gap(),
                Ui.button("timeline-back", t("desktop.documents.back"), "primary", () -> shell.showTicket(number))));
        root.getChildren().addAll(what);
    }

    @Override
    public void refresh() {
        bench.tickets().history(number).whenComplete((entries, e) -> {
            if (e == null) {
                told(entries);
            } else {
                show(Ui.text(t("desktop.timeline.failed", "why", e.getMessage()), "erases"));
            }
        });
    }

    private void told(List<LedgerEntry> entries) {
        Timeline timeline = Timeline.of(entries);
        TimelineLane lane = new TimelineLane(timeline);
        lane.setAccessibleText(TimelineLane.words(timeline));
        Region line = new Region();
        line.setMinSize(34, 12);
        line.setStyle("-fx-border-color: -w-tide transparent -w-tide transparent; -fx-border-width: 4;");
        Label lies = Ui.label(t("desktop.timeline.lies", "time", spent(timeline, Timeline.Kind.LIES)), "small muted");
        FlowPane legend = Ui.flow(10, TimeLane.sample(true), Ui.label(t("desktop.timeline.hands", "time", spent(timeline,
                Timeline.Kind.HANDS)),
                "strong hands"),
                TimeLane.sample(false), Ui.label(t("desktop.timeline.alone", "time", spent(timeline, Timeline.Kind.RUNS)), ""), line,
                Ui.label(t("desktop.timeline.download", "time", spent(timeline, Timeline.Kind.LINE)), ""), lies);
        VBox list = new VBox(3);
        LocalDate day = LocalDate.MIN;
        for (Timeline.Line l : Timeline.lines(entries)) {
            LocalDate its = LocalDate.ofInstant(l.at(), ZoneId.systemDefault());
            if (!its.equals(day)) {
                list.getChildren().add(Ui.label(Ui.date(DAY, l.at()), "strong"));
                day = its;
            }
            HBox row = Ui.row(14, Ui.label(CLOCK.format(l.at()), "code small muted"), Ui.text(l.words(), ""));
            row.setAlignment(Pos.TOP_LEFT);
            list.getChildren().add(row);
        }
        show(lane, legend, Ui.scroll(list));
    }

    private static String spent(Timeline timeline, Timeline.Kind kind) {
        return Ui.coarse(Duration.ofMillis(Math.round(timeline.seconds().getOrDefault(kind, 0.0) * 1000)));
    }

    @Override
    public String firstFocus() {
        return "timeline-back";
    }

    @Override
    public String number() {
        return number;
    }

    @Override
    public String manual() {
        return "timeline";
    }

    @Override
    public String next() {
        return bench.routes().rules(ticket()).next().line();
    }
}
