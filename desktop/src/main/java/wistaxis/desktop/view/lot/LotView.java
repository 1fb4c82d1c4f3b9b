package wistaxis.desktop.view.lot;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Word;
import wistaxis.core.lot.Lot;
import wistaxis.core.lot.LotList;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.document.DocumentMaker;
import wistaxis.workbench.life.Background;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.lot.Adding;
import wistaxis.workbench.page.LotPage;

/** A lot: how far it is, the devices to take in hand next, what is in the way, and all devices as a grid with words. */
public final class LotView implements View {
    /** Problems that are named; the grid shows all. */
    private static final int MOST = 5;

    private final Window shell;
    private final Workbench bench;
    private final String id;
    private final VBox root = Ui.style(new VBox(), "page");
    private final VBox page = new VBox(12);
    private final Label far = Ui.label("", "big-clock");
    private final Label title = Ui.text("", "large");
    private final Label counts = Ui.text("", "");
    private final ProgressBar bar = new ProgressBar(0);
    private final TextField scan = Ui.field("lot-scan", "", 40);
    private final FlowPane take = Ui.flow(8);
    private final VBox says = new VBox(6);
    private final VBox next = new VBox(6);
    private final SaidOfAll common;
    private final Grid grid;
    private @Nullable Lot lot;
    private @Nullable LotPage shown;
    private @Nullable Adding adding;
    private @Nullable LotList read;
    private String wrong = "";
    private boolean again;

    public LotView(Window shell, Workbench bench, String id) {
        this.shell = shell;
        this.bench = bench;
        this.id = id;
        this.grid = new Grid(shell, bench);
        this.common = new SaidOfAll(bench, this::works);
        far.setId("lot-far");
        far.setMinWidth(Region.USE_PREF_SIZE);
        bar.setMaxWidth(Double.MAX_VALUE);
        bar.setMinHeight(Region.USE_PREF_SIZE);
        scan.setPrefWidth(320);
        scan.setOnAction(_ -> scanned());
        page.getChildren().addAll(says, next, common);
        take.getChildren().addAll(Ui.labelFor(t("desktop.lot.scan"), "strong", scan), scan, Ui.button("lot-list", t("desktop.lot.list"), "",
                this::list), Ui.button("lot-report", t("desktop.lot.report"), "", () -> document(DocumentMaker.Kind.LOT_REPORT)),
                Ui.button("lot-erasure", t("desktop.lot.erasure"), "", () -> document(DocumentMaker.Kind.LOT_ERASURE)));
        HBox.setHgrow(title, Priority.ALWAYS);
        Columns sides = new Columns(Ui.scroll(page), 480, Ui.scroll(grid), 470);
        VBox.setVgrow(sides, Priority.ALWAYS);
        root.getChildren().addAll(Ui.row(24, far, Ui.column(0, title, counts)), bar, take, sides);
        ask();
    }

    /** Its devices are read from the ledger once; those at work are followed. */
    private void ask() {
        bench.lots().of(id).whenComplete((found, e) -> {
            lot = found;
            wrong = e == null ? "" : String.valueOf(Background.cause(e).getMessage());
            shell.again();
        });
    }

    private void document(DocumentMaker.Kind kind) {
        Optional.ofNullable(lot).ifPresent(l -> shell.showDocuments(l.pattern().number(), kind));
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return EnumSet.of(Change.Topic.TICKET, Change.Topic.WORK, Change.Topic.PLAN, Change.Topic.STOCK).contains(change.topic());
    }

    /** What has changed is read with the next look: many devices may change in one go. */
    @Override
    public void refresh() {
        again = true;
        if (shown == null || shown.lot() != lot) {
            tick();
        }
    }

    @Override
    public void tick() {
        if (again) {
            again = false;
            read();
        }
    }

    private void read() {
        Lot known = lot;
        if (known == null) {
            title.setText(wrong.isEmpty() ? t("desktop.lot.reading") : wrong);
            return;
        }
        Map<String, Ticket> all = new LinkedHashMap<>();
        known.devices().forEach(d -> all.put(d.number(), bench.tickets().find(d.number()).orElse(d)));
        bench.tickets().open().stream().filter(t -> t.lot() != null && t.lot().lot().equals(id)).forEach(t -> all.put(t.number(), t));
        all.values().removeIf(Ticket::isTakenBack);
        Lot now = new Lot(id, known.title(), List.copyOf(all.values()));
        lot = now;
        LotPage page = LotPage.of(bench, now, now.devices().stream().map(grid::device).toList());
        shown = page;
        say(page);
    }

    private void say(LotPage now) {
        int all = now.devices().size();
        far.setText(t("desktop.lot.far", "done", now.closed(), "all", all));
        title.setText(t("desktop.lot.title", "lot", id, "title", now.lot().title()));
        String how = t("desktop.lot.counts", "counts", counts(now.counts()));
        counts.setText(now.ready().map(r -> t("desktop.lot.ready", "counts", how, "at", Ui.date("EEE HH:mm", r))).orElse(how));
        bar.setProgress((double) now.closed() / all);
        says(now);
        next(now);
        common.refresh(now);
        grid.refresh(now);
    }

    /** How many stand how, in words. */
    public static List<String> counts(Map<Lot.Standing, Long> counts) {
        return counts.entrySet().stream().map(e -> t("desktop.lot.standing." + Word.of(e.getKey()), "n", e.getValue())).toList();
    }

    private void works(Adding adds) {
        adding = adds;
        shell.again();
    }

    private void says(LotPage now) {
        says.getChildren().clear();
        if (!wrong.isEmpty()) {
            says.getChildren().add(Ui.notice("stop", wrong));
        }
        Adding work = adding;
        if (work != null && !work.isOver()) {
            ProgressBar how = new ProgressBar((double) work.done() / Math.max(1, work.all()));
            says.getChildren().add(Ui.flow(8, how, Ui.label(t("desktop.lot.writing", "done", work.done(), "all", work.all()), ""),
                    Ui.button("lot-stop", t("desktop.lot.stop"), "", work::stop)));
        }
        if (work != null && !work.refused().isEmpty()) {
            says.getChildren().add(Ui.notice("stop", t("desktop.lot.refused", "n", work.refused().size()), String.join("\n", work.refused()
                    .stream().limit(MOST).toList())));
        }
        LotList list = read;
        if (list != null) {
            VBox box = Ui.notice(list.problems().isEmpty() ? "calm" : "", t("desktop.lot.read", "n", list.entries().size(), "not", list
                    .problems().size()), String.join("\n", list.problems().stream().limit(MOST).toList()), list.problems().size() > MOST
                            ? t("desktop.lot.more", "n", list.problems().size() - MOST) : "");
            Button all = Ui.button("lot-take", t("desktop.lot.take", "n", list.entries().size()), "primary", () -> add(list.entries()));
            all.setDisable(list.entries().isEmpty());
            box.getChildren().add(Ui.row(8, all, Ui.button("lot-leave", t("desktop.lot.leave"), "", () -> {
                read = null;
                shell.again();
            })));
            says.getChildren().add(box);
        }
        List<LotPage.Device> problems = now.devices().stream().filter(d -> d.standing() == Lot.Standing.PROBLEM).toList();
        problems.stream().limit(MOST).forEach(d -> {
            VBox box = Ui.notice("stop", t("desktop.lot.problem", "number", d.of().number(), "called", d.of().title()), d.problem());
            box.getChildren().add(Ui.button("lot-problem-" + d.of().number(), t("desktop.lot.look"), "", () -> shell.showTicket(d.of()
                    .number())));
            says.getChildren().add(box);
        });
    }

    /** The two or three devices to take in hand next, and with which cable. */
    private void next(LotPage now) {
        next.getChildren().clear();
        if (now.next().isEmpty()) {
            return;
        }
        FlowPane cards = Ui.flow(10);
        Instant at = bench.now();
        now.next().forEach(h -> {
            Duration in = Duration.between(at, h.at());
            VBox card = Ui.card(Ui.text(h.of().title(), "strong"), Ui.text(h.what(), ""), Ui.label(t(h.plug().isEmpty()
                    ? "desktop.lot.no-cable" : h.port().isEmpty() ? "desktop.lot.cable" : "desktop.lot.cable-port", "plug", h.plug(),
                            "port",
                    h.port()), "small muted"), Ui.row(8, Ui.button("lot-next-" + h.of().number(), t("desktop.lot.take-in-hand"), "primary",
                            () -> shell.showTicket(h.of().number())), Ui.label(in.toSeconds() < 2 ? t("desktop.bench.now")
                                    : t("desktop.lot.in", "time", Ui.coarse(in)), "strong hands")));
            card.setPrefWidth(220);
            cards.getChildren().add(card);
        });
        next.getChildren().addAll(Ui.label(t("desktop.lot.next"), "title"), cards);
    }

    /** What stands on a device or its box: read, told at once where it is wrong, and added. */
    private void scanned() {
        String typed = scan.getText();
        Lot now = lot;
        if (typed.isBlank() || now == null) {
            return;
        }
        scan.clear(); // the next one may come before this one is looked up
        bench.lots().read(now, typed).whenComplete((list, e) -> {
            wrong = e != null ? String.valueOf(Background.cause(e).getMessage()) : list.problems().isEmpty() ? "" : list.problems()
                    .getFirst();
            if (e == null) {
                add(list.entries());
            }
            shell.again();
        });
    }

    private void list() {
        Lot now = lot;
        if (now == null) {
            return;
        }
        shell.open(t("desktop.lot.list")).ifPresent(file -> bench.lots().read(now, file).whenComplete((list, e) -> {
            wrong = e == null ? "" : String.valueOf(Background.cause(e).getMessage());
            read = list;
            shell.again();
        }));
    }

    private void add(List<LotList.Entry> entries) {
        read = null;
        Optional.ofNullable(lot).ifPresent(l -> works(bench.lots().add(l, entries)));
    }

    @Override
    public String firstFocus() {
        return "lot-scan";
    }

    @Override
    public String manual() {
        return "lot";
    }

    @Override
    public String next() {
        return Optional.ofNullable(shown).flatMap(p -> p.next().stream().findFirst()).map(h -> t("desktop.lot.next-line", "number", h.of()
                .number(), "what", h.what())).orElse(t("desktop.lot.next-none"));
    }
}
