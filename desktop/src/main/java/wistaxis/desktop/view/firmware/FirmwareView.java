package wistaxis.desktop.view.firmware;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.Units;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.BuildChoice;
import wistaxis.core.firmware.Fetch;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.desk.FirmwareDesk.Doing;
import wistaxis.workbench.desk.FirmwareDesk;

/**
 * The builds for exactly this model, the choice explained, the download, the proof of the firmware file, and when to put the device into
 * the mode.
 */
public final class FirmwareView extends TicketPage {
    private static final String DAY = "d MMM yyyy";
    private static final String CLOCK = "EEE HH:mm";

    /** So many builds are shown at first, and so many more when asked for. */
    private static final int ROWS = 25;

    private int shown = ROWS;
    private final FirmwareDesk desk;
    private final VBox builds = new VBox(6);
    private final VBox status = new VBox(8);
    private final VBox beside = new VBox(10);
    private final Label left = Ui.label("", "big-clock");
    private final Label rate = Ui.label("", "");
    private final ProgressBar bar = new ProgressBar(0);
    private final TimeoutCard window;
    private final Runnable goOn;
    private final TypeIn typed;

    public FirmwareView(Window shell, Workbench bench, String number) {
        super(bench, number);
        this.desk = bench.desk(number).firmware();
        this.window = new TimeoutCard(bench, number);
        this.typed = new TypeIn(bench, number);
        this.goOn = () -> shell.showTicket(number);
        bar.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(bar, Priority.ALWAYS);
        left.setId("download-left");
        rate.setId("download-rate");
        ScrollPane right = Ui.scroll(beside);
        beside.setPadding(new Insets(0, 12, 0, 0));
        builds.setPadding(new Insets(0, 12, 0, 0));
        Columns columns = new Columns(Ui.scroll(builds), 390, right, 330);
        VBox.setVgrow(columns, Priority.ALWAYS);
        root.getChildren().addAll(status, columns);
        desk.ask();
    }

    @Override
    public void refresh() {
        status.getChildren().setAll(status());
        builds.getChildren().clear();
        beside.getChildren().clear();
        Optional<BuildChoice> choice = desk.choice();
        String identifier = bench.desk(number).model().identifier();
        if (ticket().isObserved()) {
            (choice.isEmpty() ? builds : beside).getChildren().add(whoBrings());
        }
        desk.unknownFiles().forEach(i -> builds.getChildren().add(file(i)));
        if (choice.isEmpty() && !bench.world().simulated()) {
            builds.getChildren().addAll(Ui.text(t("desktop.firmware.no-builds", "identifier", identifier), "muted"),
                    typed);
            return;
        }
        if (choice.isEmpty()) {
            builds.getChildren().add(desk.doing() == Doing.ASKING ? Ui.label(t("desktop.firmware.asking"), "muted")
                    : Ui.row(12, Ui.label(t("desktop.firmware.no-answer"), "muted"),
                    Ui.button("ask-again", t("desktop.firmware.ask-again"), "", () -> bench.stock().builds().askAgain(identifier))));
            return;
        }
        List<BuildChoice.Judged> all = choice.get().builds();
        all.stream().limit(shown).forEach(j -> builds.getChildren().add(build(j)));
        if (all.size() > shown) {
            String more = t("desktop.firmware.show-more", "n", Math.min(ROWS, all.size() - shown));
            builds.getChildren().add(Ui.flow(12, Ui.button("more-builds", more, "", () -> {
                shown += ROWS;
                refresh();
            }), Ui.label(t("desktop.firmware.n-of", "n", shown, "of", all.size()), "small muted")));
        }
        if (ticket().isObserved()) {
            builds.getChildren().add(typed);
        }
        if (bench.asksLibrary()) {
            bench.stock().builds().askedAt(identifier).ifPresent(at -> builds.getChildren()
                    .add(Ui.flow(10, Ui.text(t("desktop.firmware.signing-as", "at", Ui.date(CLOCK, at)), "small muted"), Ui.gap(),
                    Ui.button("ask-again", t("desktop.firmware.ask-again"), "quiet small", () -> bench.stock().builds()
                    .askAgain(identifier)))));
        }
        desk.chosen().or(() -> choice.get().chosen().map(BuildChoice.Judged::build))
                .ifPresent(b -> beside.getChildren().add(window.node(b)));
        tick();
    }

    /** A firmware file that is here although nobody has told of its build. */
    private VBox file(FirmwareFolder.Item item) {
        VBox card = Ui.card(Ui.label(t("desktop.firmware.file-here", "version", item.report().version(), "build", item.report().build(),
                "size", Units.inWords(item.bytes())), "strong"), Ui.text(t("desktop.firmware.file-here-how", "file", item.name()),
                        "small"));
        card.getChildren().add(Ui.flow(8, Ui.button("use-file-" + item.report().build(), t("desktop.firmware.use-file"), "primary",
                () -> desk.use(item))));
        return card;
    }

    /** On the real bench: the restore program can fetch by itself. */
    private VBox whoBrings() {
        boolean computer = ticket().observed().computerFetches();
        VBox card = Ui.card(Ui.label(t("desktop.firmware.where-from"), "strong"), Ui.text(computer
                ? t("desktop.firmware.computer-how")
                : t("desktop.firmware.file-how"), "small"));
        bench.desk(number).computer().written().ifPresent(w -> card.getChildren().add(Ui.text(t("desktop.firmware.written-here", "version",
                w.version(),
                "day", Ui.date(DAY, w.at())), "small strong")));
        if (computer) {
            card.getChildren().add(Ui.flow(8, Ui.button("go-on", t("desktop.firmware.to-buttons"), "primary", goOn), Ui.button("file-first",
                    t("desktop.firmware.file-instead"), "", () -> give(new Command.FetchFrom(TicketEvent.FirmwareFrom.FILE)))));
        } else {
            card.getChildren().add(Ui.button("computer-fetches", t("desktop.firmware.computer"), desk.choice().isEmpty() ? "primary" : "",
                    () -> give(new Command.FetchFrom(TicketEvent.FirmwareFrom.COMPUTER))));
        }
        return card;
    }

    private List<Node> status() {
        Ticket t = ticket();
        List<Node> nodes = new ArrayList<>(List.of(Ui.label(t("desktop.firmware.for", "identifier", bench.desk(number).model()
                .identifier()), "large")));
        if (!desk.problem().isEmpty()) {
            nodes.add(Ui.notice("stop", desk.problem()));
        }
        if (t.build() == null) {
            nodes.add(Ui.text(desk.choice().flatMap(BuildChoice::chosen).map(j -> t("desktop.firmware.suggested", "version", j.build()
                    .version(), "why", j.reason()))
                    .orElse(""), ""));
            return nodes;
        }
        nodes.add(switch (desk.doing()) {
            case DOWNLOADING -> working(t("desktop.firmware.download"), t("desktop.firmware.stop-download"));
            case WAITING -> working(t("desktop.firmware.queued"), t("desktop.firmware.stop-waiting"));
            case PROVING -> working(t("desktop.firmware.checking"), t("desktop.firmware.stop-check"));
            case ASKING, NOTHING -> resting(t);
        });
        return nodes;
    }

    private VBox working(String what, String stop) {
        VBox card = Ui.card(Ui.row(16, left, Ui.column(0, Ui.label(what, "strong"), rate), Ui.gap(),
                Ui.button("download-stop", stop, "", desk::stop)), bar);
        desk.download().map(Fetch::tickets).filter(all -> all.size() > 1)
                .ifPresent(all -> card.getChildren().add(Ui.text(t("desktop.firmware.one-for", "tickets", all.stream() .map(n -> n + " "
                + bench.ticket(n).title()).collect(Collectors.joining(", "))), "small muted")));
        return card;
    }

    private VBox resting(Ticket t) {
        if (t.firmwareVerified()) {
            List<String> details = desk.report().map(FirmwareReport::details)
                    .orElse(List.of(t("desktop.firmware.verified-before")));
            VBox notice = Ui.notice("calm", t("desktop.firmware.verified", "how", String.join("; ", details)),
                    t("desktop.firmware.file-is", "file", t.verifiedFile()));
            notice.getChildren().add(Ui.button("go-on", t("desktop.firmware.to-buttons"), "primary", goOn));
            return notice;
        }
        String title = t("desktop.firmware.chosen", "version", t.build().version(), "build", t.build().build());
        if (t.firmwareFile() != null) {
            VBox notice = Ui.notice("", t("desktop.firmware.not-verified-used"),
                    t("desktop.firmware.checked-once-more", "file", t.firmwareFile()));
            notice.getChildren().add(Ui.button("go-on", t("desktop.firmware.to-buttons"), "primary", goOn));
            return notice;
        }
        if (desk.consistent().isPresent()) {
            VBox notice = Ui.notice("", t("desktop.firmware.whole-not-verified", "what", title), t("desktop.firmware.whole-how", "why",
                    desk.consistent().get().reason()));
            notice.getChildren().add(Ui.button("take-unproven", t("desktop.firmware.use-anyway"), "", desk::accept));
            return notice;
        }
        if (desk.inFirmwareFolder().isPresent()) {
            return Ui.card(Ui.row(16, Ui.column(0, Ui.label(title, "title"),
                    Ui.label(t(bench.stock().judged(desk.inFirmwareFolder().get()).verified() ? "desktop.firmware.here-verified"
                    : "desktop.firmware.here-unverified",
                    "size", Units.inWords(desk.inFirmwareFolder().get().bytes())), "muted")), Ui.gap(),
                    Ui.button("prove", t("desktop.firmware.verify"), "primary", desk::proveFromFirmwareFolder)));
        }
        long here = desk.bytes();
        Optional<String> others = desk.anyDownload().filter(s -> !s.tickets().contains(number))
                .map(s -> t("desktop.firmware.for-others", "tickets", String.join(", ", s.tickets())));
        Button start = Ui.button("download", others.isPresent() ? t("desktop.firmware.use-too") : here > 0
                ? t("desktop.firmware.continue") : t("desktop.firmware.download"),
                "primary", desk::startDownload);
        start.setDisable(desk.chosen().filter(b -> b.sha256() != null && (b.path() != null || b.address() != null)).isEmpty());
        String size = Units.inWords(t.build().sizeBytes());
        Optional<String> time = desk.chosen().map(b -> Ui.clock(desk.downloadTime(b)));
        String there = others.orElseGet(() -> here > 0 ? t("desktop.firmware.part-here", "here", Units.inWords(here), "size", size)
                : t("desktop.firmware.nothing-here", "size", size));
        return Ui.card(Ui.row(16, Ui.column(0, Ui.label(title, "title"),
                Ui.text(start.isDisabled()
                ? t("desktop.firmware.no-source") : time.map(d -> t("desktop.firmware.about", "what", there, "time", d))
                .orElseGet(() -> t("desktop.firmware.plain",
                "what", there)), "muted")), Ui.gap(), start));
    }

    private HBox build(BuildChoice.Judged j) {
        Build b = j.build();
        boolean taken = ticket().build() != null && ticket().build().build().equals(b.build());
        VBox version = Ui.column(0, Ui.label(b.version().toString(), "title"), Ui.label(b.build(), "code muted small"));
        version.setMinWidth(112);
        VBox facts = Ui.column(0, Ui.label(b.released() == null ? t("desktop.firmware.no-release-day") : t("desktop.firmware.released",
                "day", Ui.date(DAY, b.released())),
                "small"),
                Ui.label(bench.stock().inFirmwareFolder(bench.desk(number).model().identifier(), b).map(i -> t(bench.stock().judged(i)
                        .verified()
                ? "desktop.firmware.size-verified" : "desktop.firmware.size-unverified", "size", Units.inWords(b.sizeBytes())))
                .orElse(Units.inWords(b.sizeBytes())), "small muted"));
        facts.setMinWidth(142);
        VBox reason = Ui.column(2, Signing.label(b, bench.now()), Ui.text(j.reason(), "small"));
        bench.stock().builds().listed(b).filter(l -> l.by() != null).ifPresent(l -> reason.getChildren()
                .add(Ui.text(t("desktop.firmware.said-by", "at", Ui.date(CLOCK, l.askedAt()), "who", l.by()), "small muted")));
        if (ticket().isObserved() && bench.stock().builds().listed(b).filter(l -> l.imported() != null).isPresent()) {
            reason.getChildren().add(Signing.asked(b, bench));
        }
        HBox.setHgrow(reason, Priority.ALWAYS);
        reason.setPrefWidth(260);
        HBox row = Ui.style(Ui.row(14, Ui.flow(14, version, facts, reason)), taken ? "card open" : j.possible() ? "card" : "card gone");
        if (taken) {
            row.getChildren().add(whole(Ui.label(t("desktop.firmware.is-chosen"), "tag simulated")));
        } else if (j.possible()) {
            Button choose = Ui.button("choose-" + b.build(), t("desktop.firmware.choose"), j.chosen() && ticket().build() == null
                    ? "primary" : "",
                    () -> desk.choose(j));
            choose.setDisable(desk.doing() != Doing.NOTHING);
            row.getChildren().add(choose);
        }
        return row;
    }

    private static Label whole(Label label) {
        label.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
        return label;
    }

    /** What has come, how fast, and what is left. */
    private String progress(Build b) {
        String done = Units.inWords(desk.bytes());
        String size = Units.inWords(b.sizeBytes());
        if (desk.rate().isEmpty()) {
            return t("desktop.firmware.progress", "done", done, "size", size);
        }
        String rate = Units.rateInWords(desk.rate().getAsDouble());
        return desk.left().filter(r -> r.high() - r.low() > 2).map(r -> t("desktop.firmware.progress-left", "done", done, "size", size,
                "rate", rate, "left", Ui.clock(r))).orElseGet(() -> t("desktop.firmware.progress-rate", "done", done, "size", size, "rate",
                rate));
    }

    @Override
    public void tick() {
        switch (desk.doing()) {
            case DOWNLOADING, WAITING -> desk.chosen().ifPresent(b -> {
                bar.setProgress(desk.bytes() / (double) b.sizeBytes());
                left.setText(desk.left().map(r -> Ui.clock(r.mid())).orElse("--:--"));
                rate.setText(progress(b));
            });
            case PROVING -> {
                double done = desk.verified().orElse(0.0);
                bar.setProgress(done);
                left.setText(Math.round(done * 100) + " %");
                rate.setText(t("desktop.firmware.digests"));
            }
            default -> { }
        }
    }

    @Override
    public String firstFocus() {
        return ticket().firmwareSettled() ? "go-on" : ticket().build() != null ? "download" : desk.choice().flatMap(BuildChoice::chosen)
                .map(j -> "choose-" + j.build().build()).orElse("");
    }

    @Override
    public String manual() {
        return "firmware";
    }

    @Override
    public String next() {
        if (ticket().observed().computerFetches() && ticket().firmwareFile() == null) {
            return t("desktop.firmware.next-computer");
        }
        if (ticket().firmwareFile() != null) {
            return t(ticket().firmwareVerified() ? "desktop.firmware.next-verified" : "desktop.firmware.next-used");
        }
        return switch (desk.doing()) {
            case DOWNLOADING -> t("desktop.firmware.next-alone", "time", desk.left().map(r -> Ui.clock(r.mid()))
                    .orElse(t("desktop.firmware.a-moment")));
            case WAITING -> t("desktop.firmware.next-queued");
            case PROVING -> t("desktop.firmware.next-checking");
            default -> ticket().build() == null && !bench.world().simulated() && desk.choice().isEmpty() ? t("desktop.firmware.next-where")
                    : ticket().build() == null ? t("desktop.firmware.next-choose")
                    : t("desktop.firmware.next-start");
        };
    }
}
