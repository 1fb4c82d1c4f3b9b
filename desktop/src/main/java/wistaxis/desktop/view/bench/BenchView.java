package wistaxis.desktop.view.bench;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
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
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.look.Look;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.FirstDay;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.firmware.Builds;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.page.BenchPage;

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
    private final Rows rows;

    /** So many rows are made at once; those below when they are scrolled to. */
    private static final int SEEN_FIRST = 30;
    private static final double LANE = 66;
    private final Node settle;
    private @Nullable BenchPage page;
    private long drawnMinute = -1;
    private @Nullable Node header;
    private long headed = -1;
    private boolean unfolded;
    private final Button fold = Ui.button("uses", "", "quiet small", this::fold);
    private final Node folded = Ui.flow(8, fold);
    private final Label closed = Ui.style(Ui.label("", "small muted"), "lane-card");
    private final WhatIfCard tries;
    private final Along along = new Along(this::otherTime);
    private Look looks = Look.USUAL;

    public BenchView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        this.rows = new Rows(shell, bench, lanes);
        this.settle = Ui.card(Ui.text(t("desktop.bench.settle"), "title"), Ui.text(t("desktop.bench.settle-how"), ""), Ui.flow(8,
                Ui.button("settle", t("desktop.bench.settle-go"), "primary", () -> shell.showFirstDay(FirstDay.LANGUAGE)), Ui.button(
                        "settle-led", t("desktop.first.led"), "", shell::showLedTicket)));
        countdown.setId("countdown");
        call.setId("call");
        countdown.setMinWidth(Region.USE_PREF_SIZE);
        HBox.setHgrow(call, Priority.ALWAYS);
        tries = new WhatIfCard(bench, this::otherTime);
        scroll = Ui.scroll(lanes);
        scroll.vvalueProperty().addListener((_, _, _) -> fill());
        scroll.viewportBoundsProperty().addListener((_, _, _) -> fill());
        along.hear(root, lanes);
        root.getChildren().addAll(Ui.row(24, countdown, Ui.column(0, call, callDetail)), legend, tries, scroll);
    }

    /** In the colours of the theme that is in force. */
    private static List<Node> legend() {
        return List.of(TimeLane.sample(true), Ui.label(t("desktop.bench.hands-on"), "small"), TimeLane.sample(false),
                Ui.label(t("desktop.bench.unattended"), "small"),
                Ui.label(t("desktop.bench.keys"), "small muted"));
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
        BenchPage page = BenchPage.of(bench);
        this.page = page;
        drawnMinute = page.now().getEpochSecond() / 60;
        legend.getChildren().setAll(legend());
        if (!page.rows().isEmpty() || !page.lots().isEmpty()) {
            legend.getChildren().addAll(along.buttons());
            legend.getChildren().add(tries.toggler());
        }
        boolean empty = page.rows().isEmpty() && page.lots().isEmpty();
        tries.setVisible(!empty);
        tries.setManaged(!empty);
        tries.refresh(page.next().map(BenchPlan.Call::ticket));
        List<Node> all = new ArrayList<>();
        if (empty) {
            all.add(Ui.notice("calm", t("desktop.bench.clear"), t("desktop.bench.clear-how")));
        } else {
            page.closing().forEach(c -> all.add(Ui.notice("", closes(c))));
            all.add(header(page.now()));
        }
        if (page.fresh()) {
            all.add(settle);
        }
        if (!looks.equals(Look.of(lanes))) {
            looks = Look.of(lanes);
            slots.clear(); // a row keeps the colours that it was drawn with
        }
        slots.keySet().retainAll(page.rows().stream().map(r -> r.of().number()).toList());
        page.lots().forEach(l -> all.add(rows.lot(l, drawnMinute, looks, along.axis())));
        page.rows().forEach(r -> all.add(slot(r, all.size())));
        if (!empty && !page.uses().isEmpty()) {
            fold.setText(t(unfolded ? "desktop.bench.fold" : "desktop.bench.unfold", "n", page.uses().size()));
            all.add(folded);
            if (unfolded) {
                page.uses().forEach(u -> all.add(rows.use(u, along.axis())));
            }
        }
        if (page.closed() > 0) {
            closed.setText(t("desktop.bench.closed", "n", page.closed()));
            all.add(closed);
        }
        if (!lanes.getChildren().equals(all)) { // a press on a row is not lost because the plan was told anew
            lanes.getChildren().setAll(all);
        }
        tick();
    }

    /** Shows another stretch of time, or what is tried: every row is drawn anew. */
    private void otherTime() {
        slots.clear();
        header = null;
        refresh();
    }

    private void fold() {
        unfolded = !unfolded;
        refresh();
    }

    /** The axis, made anew with the minute and the theme. */
    private Node header(Instant now) {
        Node before = header;
        if (before == null || headed != drawnMinute || !looks.equals(Look.of(lanes))) {
            before = TimeLane.header(along.axis(), now);
            headed = drawnMinute;
            header = before;
        }
        return before;
    }

    private static String closes(Builds.Closing c) {
        return t("desktop.bench.signing-ends", "version", c.build().version(), "build", c.build().build(), "left", Ui.coarse(c.left()),
                "tickets", String.join(", ", c.tickets()));
    }

    /** The place of a row, which is made when it comes into sight; one whose ticket has not changed is kept for a while. */
    private Node slot(BenchPage.Row row, int at) {
        Ticket ticket = row.of();
        Slot before = slots.get(ticket.number());
        boolean same = before != null && before.of().isNearly(row) && before.drawn() == drawnMinute;
        Slot slot = same ? before : new Slot(row, drawnMinute, new StackPane(), () -> row.shown().flatMap(shown -> bench.guard().of(ticket,
                () -> lane(ticket, shown))).orElseGet(() -> unreadable(ticket)));
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
     * @param drawn of which stretch of time
     */
    private record Slot(BenchPage.Row of, long drawn, StackPane place, Supplier<Button> row) {
        void fill() {
            if (place.getChildren().isEmpty()) {
                place.getChildren().add(row.get());
            }
        }
    }

    /** The row of a ticket that cannot be shown; its page says why. */
    private Button unreadable(Ticket ticket) {
        return Ui.button("lane-" + ticket.number(), t("desktop.bench.unreadable", "number", ticket.number()), "lane",
                () -> shell.showTicket(ticket.number()));
    }

    private Button lane(Ticket ticket, BenchPage.Shown shown) {
        String device = rows.device(ticket, shown);
        Optional<String> stop = shown.stopped();
        String state = stop.isPresent() ? t("desktop.ticket.stopped") : shown.late() ? t("desktop.ticket.late", "stage", ticket.stage()
                .words()) : ticket.stage().words().toString();
        Label stage = Ui.label(state, stop.isPresent() || shown.late() ? "strong erases" : "strong");
        stage.setMinWidth(Region.USE_PREF_SIZE);
        VBox card = Ui.column(1, Ui.row(8, Ui.label(ticket.number(), "code muted"), stage, Ui.gap(),
                Ui.label(shown.promised().map(p -> t("desktop.ticket.promised-for", "at", HOUR.format(p)))
                .orElse(t("desktop.ticket.no-promise")), "small muted")),
                Ui.text(ticket.title(), "strong"), Ui.text(device, "small muted"));
        Label what = Ui.text(device, "small muted");
        shown.moved().ifPresent(m -> card.getChildren().set(2, Ui.flow(8, Ui.label(m, "tag changed"), what)));
        TimeLane time = new TimeLane(ticket.number() + " " + ticket.title(), along.axis(), bench.now(), shown.spans(), shown.promised(),
                shown.past(),
                stop.orElse("")).beside(tries.lane(ticket.number()));
        Button button = Ui.button("lane-" + ticket.number(), "", "lane", () -> shell.showTicket(ticket.number()));
        button.setGraphic(rows.row(card, time));
        button.setMaxWidth(Double.MAX_VALUE);
        button.setTooltip(new Tooltip(ticket.title() + "\n" + device));
        button.setAccessibleText(ticket.number() + " " + ticket.title() + ", " + state);
        return button;
    }

    @Override
    public void tick() {
        Instant now = bench.now();
        BenchPlan.Call next = call().orElse(null);
        if (page == null || next == null) {
            countdown.setText("");
            call.setText(t("desktop.bench.nothing-now"));
            callDetail.setText("");
            return;
        }
        boolean waits = page.waits(now);
        countdown.setText(waits ? t("desktop.bench.now") : Ui.clock(Duration.between(now, next.at())));
        call.setText(t("desktop.bench.call", "what", next.what(), "title", bench.ticket(next.ticket()).title()));
        String detail = waits ? t("desktop.bench.call-now", "number", next.ticket()) : t("desktop.bench.call-at", "number", next.ticket(),
                "at", HOUR.format(next.at()));
        callDetail.setText(page.why().map(w -> t("desktop.bench.call-why", "call", detail, "why", w)).orElse(detail));
        if (now.getEpochSecond() / 60 != drawnMinute) {
            refresh();
        }
    }

    private Optional<BenchPlan.Call> call() {
        return Optional.ofNullable(page).flatMap(BenchPage::next);
    }

    @Override
    public void leave() {
        bench.plans().looked().now();
    }

    @Override
    public String manual() {
        return "bench";
    }

    @Override
    public String next() {
        return call().map(c -> t("desktop.bench.next-call", "number", c.ticket(), "at", HOUR.format(c.at()), "what", c.what()))
                .orElse(t("desktop.bench.nothing-waits"));
    }
}
