package wistaxis.desktop.view.bench;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.look.Look;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.settings.SettingsView;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Change;

/** All open tickets on one time axis, and above them the next call for hands. */
public final class BenchView implements View {
    private static final DateTimeFormatter HOUR = DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT).withZone(ZoneId.systemDefault());

    private final Window shell;
    private final Workbench bench;
    private final VBox root = Ui.style(new VBox(), "page");
    private final Label countdown = Ui.label("", "big-clock hands");
    private final Label call = Ui.text("", "large");
    private final Label callDetail = Ui.label("", "muted");
    private final FlowPane legend = Ui.flow(18);
    private final VBox lanes = new VBox();
    private final ScrollPane scroll;
    private final Map<String, Slot> slots = new LinkedHashMap<>();

    /** So many rows are made at once; those below when they are scrolled to. */
    private static final int SEEN_FIRST = 30;
    private static final double LANE = 66;
    private final SettingsView first;
    private Optional<BenchPlan.Call> due = Optional.empty();
    private long drawnMinute = -1;
    private Look looks = Look.USUAL;

    public BenchView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        this.first = new SettingsView(bench);
        countdown.setId("countdown");
        call.setId("call");
        countdown.setMinWidth(Region.USE_PREF_SIZE);
        HBox.setHgrow(call, Priority.ALWAYS);
        scroll = Ui.scroll(lanes);
        scroll.vvalueProperty().addListener((_, _, _) -> fill());
        scroll.viewportBoundsProperty().addListener((_, _, _) -> fill());
        root.getChildren().addAll(Ui.row(24, countdown, Ui.column(0, call, callDetail)), legend, scroll);
    }

    /** In the colours of the theme that is in force. */
    private static List<Node> legend() {
        return List.of(TimeLane.sample(true), Ui.label("needs hands", "small"), TimeLane.sample(false), Ui.label("runs by itself", "small"),
                Ui.label("Open a ticket with Enter. New ticket: Ctrl+N", "small muted"));
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return EnumSet.of(Change.Topic.TICKET, Change.Topic.WORK, Change.Topic.PLAN, Change.Topic.STOCK, Change.Topic.SHOP,
                Change.Topic.TIME).contains(change.topic());
    }

    @Override
    public void refresh() {
        drawnMinute = bench.now().getEpochSecond() / 60;
        legend.getChildren().setAll(legend());
        BenchPlan plan = bench.plans().now();
        due = plan.nextCall();
        lanes.getChildren().clear();
        bench.stock().builds().closingSoon(bench.tickets().open()).forEach(c -> lanes.getChildren()
                .add(Ui.notice("", "Signing of " + c.build().version() + " (" + c.build().build() + ") closes in " + Ui.coarse(c.left())
                + ": " + String.join(", ", c.tickets())
                + (c.tickets().size() == 1 ? " has" : " have") + " chosen it.")));
        lanes.getChildren().add(TimeLane.header(bench.now()));
        List<Ticket> open = bench.tickets().open();
        if (!looks.equals(Look.of(lanes))) {
            looks = Look.of(lanes);
            slots.clear(); // a row keeps the colours that it was drawn with
        }
        slots.keySet().retainAll(open.stream().map(Ticket::number).toList());
        Map<String, BenchPlan.Lane> planned = plan.lanes().stream().collect(Collectors.toMap(l -> l.job().ticket(), l -> l));
        for (Ticket ticket : open) {
            Optional<BenchPlan.Lane> lane = Optional.ofNullable(planned.get(ticket.number()));
            lanes.getChildren().add(slot(ticket, lane, lanes.getChildren().size()));
        }
        if (open.isEmpty()) {
            lanes.getChildren().setAll(Ui.notice("calm", "The bench is clear.", "Open a ticket for the next device with Ctrl+N."));
            if (!bench.world().simulated() && bench.tickets().entries() == 0) {
                lanes.getChildren().add(Ui.label("Three things to settle, now or later (in Settings)", "title"));
                VBox things = Ui.column(12);
                things.getChildren().addAll(first.first());
                lanes.getChildren().add(things);
            }
        }
        long closed = bench.tickets().closed();
        if (closed > 0) {
            lanes.getChildren().add(Ui.style(Ui.label(closed + " closed, in the ledger", "small muted"), "lane-card"));
        }
        tick();
    }

    /** The place of a row, which is made when it comes into sight; one whose ticket has not changed is kept for a while. */
    private Node slot(Ticket ticket, Optional<BenchPlan.Lane> lane, int at) {
        String shows = lane.map(l -> l.late() + " " + l.spans().stream().map(BenchPlan.Span::what).toList()).orElse("");
        Slot before = slots.get(ticket.number());
        boolean same = before != null && before.of() == ticket && before.shows().equals(shows) && before.drawn() == drawnMinute;
        Slot slot = same ? before : new Slot(ticket, shows, drawnMinute, new StackPane(), () -> bench.guard().of(ticket, () -> lane(ticket,
                lane)).orElseGet(() -> unreadable(ticket)));
        slots.put(ticket.number(), slot);
        slot.place().setMinHeight(LANE);
        if (at < SEEN_FIRST) {
            slot.fill();
        }
        return slot.place();
    }

    /** Makes the rows that have come into sight, and those just beyond. */
    private void fill() {
        double tall = scroll.getViewportBounds().getHeight();
        double top = scroll.getVvalue() * Math.max(0, lanes.getHeight() - tall);
        slots.values().stream().filter(s -> s.place().getBoundsInParent().getMaxY() >= top - tall && s.place().getBoundsInParent().getMinY()
                <= top + 2 * tall).forEach(Slot::fill);
    }

    /**
     * The place of a row.
     *
     * @param shows what of the plan it shows, times aside
     * @param drawn of which stretch of time
     */
    private record Slot(Ticket of, String shows, long drawn, StackPane place, Supplier<Button> row) {
        void fill() {
            if (place.getChildren().isEmpty()) {
                place.getChildren().add(row.get());
            }
        }
    }

    /** The row of a ticket that cannot be shown; its page says why. */
    private Button unreadable(Ticket ticket) {
        return Ui.button("lane-" + ticket.number(), ticket.number() + "  unreadable ticket: open it to see why", "lane",
                () -> shell.showTicket(ticket.number()));
    }

    private Button lane(Ticket ticket, Optional<BenchPlan.Lane> lane) {
        String device = bench.model(ticket).map(DeviceModel::name)
                .orElse(ticket.fact("deviceWords").map(w -> w + ", model not settled").orElse("device not settled"));
        Optional<String> stop = bench.routes().rules(ticket).stopped();
        String state = stop.isPresent() ? "Stopped" : lane.filter(BenchPlan.Lane::late).isPresent() ? ticket.stage().words()
                + ", will be late" : ticket.stage().words();
        Label stage = Ui.label(state, stop.isPresent() || state.endsWith("late") ? "strong erases" : "strong");
        stage.setMinWidth(Region.USE_PREF_SIZE);
        VBox card = Ui.style(Ui.column(1, Ui.row(8, Ui.label(ticket.number(), "code muted"), stage, Ui.gap(),
                Ui.label(Intake.promised(ticket).map(p -> "by " + HOUR.format(p)).orElse("no time promised"), "small muted")),
                Ui.text(ticket.title(), "strong"), Ui.text(device, "small muted")), "lane-card");
        card.setMinWidth(TimeLane.CARD);
        card.setMaxWidth(TimeLane.CARD);
        TimeLane axis = new TimeLane(bench.now(), lane.map(BenchPlan.Lane::spans).orElse(List.of()), Intake.promised(ticket),
                bench.tickets().moments(ticket.number()), stop.orElse(""));
        HBox.setHgrow(axis, Priority.ALWAYS);
        HBox row = new HBox(card, axis);
        row.prefWidthProperty().bind(lanes.widthProperty().subtract(4));
        Button button = Ui.button("lane-" + ticket.number(), "", "lane", () -> shell.showTicket(ticket.number()));
        button.setGraphic(row);
        button.setMaxWidth(Double.MAX_VALUE);
        button.setTooltip(new Tooltip(ticket.title() + "\n" + device));
        button.setAccessibleText(ticket.number() + " " + ticket.title() + ", " + state);
        return button;
    }

    @Override
    public void tick() {
        Instant now = bench.now();
        if (due.isEmpty()) {
            countdown.setText("");
            call.setText("Nothing needs hands");
            callDetail.setText("");
            return;
        }
        BenchPlan.Call next = due.get();
        boolean waits = !next.at().isAfter(now.plusSeconds(1));
        countdown.setText(waits ? "Now" : Ui.clock(Duration.between(now, next.at())));
        call.setText(next.what() + ": " + bench.ticket(next.ticket()).title());
        callDetail.setText(next.ticket() + (waits ? ", waiting for hands" : ", hands needed at " + HOUR.format(next.at())));
        long minute = now.getEpochSecond() / 60;
        if (minute != drawnMinute) {
            refresh();
        }
    }

    @Override
    public String next() {
        return due.map(c -> "Hands at " + HOUR.format(c.at()) + " for " + c.ticket() + ": " + c.what())
                .orElse("Nothing is waiting. A new ticket: Ctrl+N");
    }
}
