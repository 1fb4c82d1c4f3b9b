package wistaxis.desktop.view.bench;

import static wistaxis.core.words.Say.t;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.look.Look;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.lot.LotView;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.page.BenchPage;

/** Rows of the bench that are no ticket's: lots, and what people, ports and the connection are used for. */
final class Rows {
    private final Window shell;
    private final Workbench bench;
    private final VBox lanes;
    private final Map<String, LotLane> lots = new HashMap<>();

    /** @param lanes in which the rows stand, as wide as it is */
    Rows(Window shell, Workbench bench, VBox lanes) {
        this.shell = shell;
        this.bench = bench;
        this.lanes = lanes;
    }

    /** What a ticket's device is called, and at which other bench it is. */
    String device(Ticket ticket, BenchPage.Shown shown) {
        String device = shown.model().map(DeviceModel::name).orElse(ticket.fact("deviceWords").map(w -> t("desktop.ticket.model-open",
                "words", w)).orElse(t("desktop.ticket.device-open")));
        String there = ticket.place().bench();
        return there == null || there.equals(bench.tickets().bench()) ? device : t("desktop.bench.elsewhere", "device", device, "bench",
                there);
    }

    /** What a person, a port or the connection is used for. */
    HBox use(BenchPlan.Use use, Axis axis) {
        String until = use.spans().isEmpty() ? t("desktop.bench.unused")
                : t("desktop.bench.used-until", "at", Ui.date("HH:mm", use.spans().getLast().end()));
        TimeLane time = new TimeLane(use.name().toString(), axis, bench.now(), use.spans(), Optional.empty(), List.of(), "");
        time.setAccessibleText(use.name() + ", " + until);
        return row(Ui.column(1, Ui.text(use.name(), "strong"), Ui.label(until, "small muted")), time);
    }

    /** A card, and beside it its axis. */
    HBox row(VBox card, TimeLane time) {
        Ui.style(card, "lane-card");
        card.setMinWidth(TimeLane.CARD);
        card.setMaxWidth(TimeLane.CARD);
        HBox.setHgrow(time, Priority.ALWAYS);
        HBox row = new HBox(card, time);
        row.prefWidthProperty().bind(lanes.widthProperty().subtract(4));
        return row;
    }

    /**
     * The row of a lot, kept while it says the same. @param minute of the drawing @param looks in which it is drawn @param axis of its
     * time
     */
    Button lot(BenchPage.LotRow of, long minute, Look looks, Axis axis) {
        String id = of.lot().id();
        List<Object> says = List.of(of.counts(), of.late(), minute, looks, axis);
        LotLane before = lots.get(id);
        if (before == null || !before.says().equals(says)) {
            String counts = t("desktop.lot.counts", "counts", LotView.counts(of.counts()));
            Label state = Ui.label(of.late() > 0 ? t("desktop.bench.lot-late", "n", of.late()) : t("desktop.bench.lot", "n", of.lot()
                    .devices().size()), of.late() > 0 ? "strong erases" : "strong");
            HBox row = row(Ui.column(1, Ui.row(8, Ui.label(id, "code muted"), state), Ui.text(of.lot().title(), "strong"), Ui.text(counts,
                    "small muted")), new TimeLane(id + " " + of.lot().title(), axis, bench.now(), of.spans(), Optional.empty(), List.of(),
                            ""));
            Button button = Ui.button("lot-" + id, "", "lane", () -> shell.showLot(id));
            button.setGraphic(row);
            button.setMaxWidth(Double.MAX_VALUE);
            button.setAccessibleText(id + " " + of.lot().title() + ", " + counts);
            before = new LotLane(says, button);
            lots.put(id, before);
        }
        return before.row();
    }

    /** A lot's row as it was drawn. */
    private record LotLane(List<Object> says, Button row) {}
}
