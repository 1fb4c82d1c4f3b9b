package wistaxis.desktop.view.firmware;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
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
import wistaxis.core.firmware.PackageReport;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.desk.FirmwareDesk.Doing;
import wistaxis.workbench.desk.FirmwareDesk;

/**
 * The builds for exactly this model, the choice explained, the download, the proof of the package, and when to put the device into the
 * mode.
 */
public final class FirmwareView extends TicketPage {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH);
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH)
            .withZone(ZoneId.systemDefault());

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
    private final WindowCard window;
    private final Runnable goOn;
    private final TypeIn typed;

    public FirmwareView(Window shell, Workbench bench, String number) {
        super(bench, number);
        this.desk = bench.desk(number).firmware();
        this.window = new WindowCard(bench, number);
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
        if (choice.isEmpty() && !bench.world().simulated()) {
            builds.getChildren().addAll(Ui.text("No build is known for " + identifier + ". Type one in from what the host or the maker "
                    + "shows, import a catalogue (wistaxis firmware import FILE), or let the host fetch the newest by itself.", "muted"),
                    typed);
            return;
        }
        if (choice.isEmpty()) {
            builds.getChildren().add(desk.doing() == Doing.ASKING ? Ui.label("Asking the firmware library...", "muted")
                    : Ui.row(12, Ui.label("The library has not answered.", "muted"),
                    Ui.button("ask-again", "Ask again", "", () -> bench.stock().builds().askAgain(identifier))));
            return;
        }
        List<BuildChoice.Judged> all = choice.get().builds();
        all.stream().limit(shown).forEach(j -> builds.getChildren().add(build(j)));
        if (all.size() > shown) {
            String more = "Show " + Math.min(ROWS, all.size() - shown) + " more";
            builds.getChildren().add(Ui.flow(12, Ui.button("more-builds", more, "", () -> {
                shown += ROWS;
                refresh();
            }), Ui.label(shown + " of " + all.size() + " builds, the newest first", "small muted")));
        }
        if (ticket().isObserved()) {
            builds.getChildren().add(typed);
        }
        if (bench.asksLibrary()) {
            bench.stock().builds().askedAt(identifier).ifPresent(at -> builds.getChildren()
                    .add(Ui.flow(10, Ui.text("Signing as the library said " + CLOCK.format(at)
                    + ". It is asked again when the restore begins.", "small muted"), Ui.gap(),
                    Ui.button("ask-again", "Ask again", "quiet small", () -> bench.stock().builds().askAgain(identifier)))));
        }
        desk.chosen().or(() -> choice.get().chosen().map(BuildChoice.Judged::build))
                .ifPresent(b -> beside.getChildren().add(window.node(b)));
        tick();
    }

    /** On the real bench: the host's own program can fetch by itself. */
    private VBox whoBrings() {
        boolean host = ticket().observed().hostFetches();
        VBox card = Ui.card(Ui.label("Who brings the firmware?", "strong"), Ui.text(host
                ? "The host fetches it by itself, once the device is in its mode; put it back whenever it drops out."
                : "File first: the package is proven here, and the host is made to take it. Quicker and calmer on a slow line. Or the host "
                + "fetches the newest by itself, while the device is in its mode.", "small"));
        if (host) {
            card.getChildren().add(Ui.flow(8, Ui.button("go-on", "On to the keys", "primary", goOn), Ui.button("file-first",
                    "File first instead", "", () -> give(new Command.FetchFrom(TicketEvent.FirmwareFrom.FILE)))));
        } else {
            card.getChildren().add(Ui.button("host-fetches", "The host fetches it", desk.choice().isEmpty() ? "primary" : "",
                    () -> give(new Command.FetchFrom(TicketEvent.FirmwareFrom.HOST))));
        }
        return card;
    }

    private List<Node> status() {
        Ticket t = ticket();
        List<Node> nodes = new ArrayList<>(List.of(Ui.label("Firmware for " + bench.desk(number).model().identifier(), "large")));
        if (!desk.trouble().isEmpty()) {
            nodes.add(Ui.notice("stop", desk.trouble()));
        }
        if (t.build() == null) {
            nodes.add(Ui.text(desk.choice().flatMap(BuildChoice::chosen).map(j -> "Suggested: " + j.build().version() + ". " + j.reason())
                    .orElse(""), ""));
            return nodes;
        }
        nodes.add(switch (desk.doing()) {
            case DOWNLOADING -> working("Download", "Stop, keep what has come");
            case WAITING -> working("Waiting for its turn", "Stop waiting");
            case PROVING -> working("Checking every part", "Stop the check");
            case ASKING, NOTHING -> resting(t);
        });
        return nodes;
    }

    private VBox working(String what, String stop) {
        VBox card = Ui.card(Ui.row(16, left, Ui.column(0, Ui.label(what, "strong"), rate), Ui.gap(),
                Ui.button("download-stop", stop, "", desk::stop)), bar);
        desk.download().map(Fetch::tickets).filter(all -> all.size() > 1)
                .ifPresent(all -> card.getChildren().add(Ui.text("One download for " + all.stream()
                .map(n -> n + " " + bench.ticket(n).title()).collect(Collectors.joining(", ")) + ".", "small muted")));
        return card;
    }

    private VBox resting(Ticket t) {
        if (t.packageProven()) {
            List<String> details = desk.report().map(PackageReport::details)
                    .orElse(List.of("proven earlier, and checked again when the restore starts"));
            VBox notice = Ui.notice("calm", "The package is proven: " + String.join("; ", details) + ".", "File: " + t.provenFile());
            notice.getChildren().add(Ui.button("go-on", "On to the keys", "primary", goOn));
            return notice;
        }
        String title = "Chosen: " + t.build().version() + " (" + t.build().build() + ")";
        if (t.packageFile() != null) {
            VBox notice = Ui.notice("", "Taken, not proven: its parts agree with its own manifest, and nobody vouches for that.",
                    "The host checks it once more when it restores. File: " + t.packageFile());
            notice.getChildren().add(Ui.button("go-on", "On to the keys", "primary", goOn));
            return notice;
        }
        if (desk.consistent().isPresent()) {
            VBox notice = Ui.notice("", title + ": whole, but not proven.", desk.consistent().get().reason()
                    + " Where it came from is what you know of it; the host checks it once more when it restores.");
            notice.getChildren().add(Ui.button("take-unproven", "Take it as it is", "", desk::accept));
            return notice;
        }
        if (desk.onShelf().isPresent()) {
            return Ui.card(Ui.row(16, Ui.column(0, Ui.label(title, "title"),
                    Ui.label("A package on the shelf calls itself this build: " + Units.inWords(desk.onShelf().get().bytes())
                    + (bench.stock().judged(desk.onShelf().get()).proven() ? ", proven before." : ", not proven yet."), "muted")), Ui.gap(),
                    Ui.button("prove", "Prove it", "primary", desk::proveFromShelf)));
        }
        long here = desk.bytes();
        Optional<String> others = desk.anyDownload().filter(s -> !s.tickets().contains(number))
                .map(s -> "It is being fetched for " + String.join(", ", s.tickets()) + " already");
        Button start = Ui.button("download", others.isPresent() ? "Use it here too" : here > 0 ? "Go on with the download" : "Download",
                "primary", desk::startDownload);
        start.setDisable(desk.chosen().filter(b -> b.sha256() != null && (b.path() != null || b.address() != null)).isEmpty());
        String size = Units.inWords(t.build().sizeBytes());
        String time = desk.chosen().map(b -> ", about " + Ui.clock(desk.downloadTime(b))).orElse("");
        return Ui.card(Ui.row(16, Ui.column(0, Ui.label(title, "title"),
                Ui.text(start.isDisabled()
                ? "Nobody tells where to fetch it and what its digest is: bring the file to the shelf, or let the "
                + "host fetch it." : others.orElse(here > 0 ? Units.inWords(here) + " of " + size + " are here already" : size
                + ", nothing here yet")
                + time + ".", "muted")), Ui.gap(), start));
    }

    private HBox build(BuildChoice.Judged j) {
        Build b = j.build();
        boolean taken = ticket().build() != null && ticket().build().build().equals(b.build());
        VBox version = Ui.column(0, Ui.label(b.version().toString(), "title"), Ui.label(b.build(), "code muted small"));
        version.setMinWidth(112);
        VBox facts = Ui.column(0, Ui.label(b.released() == null ? "release day not known" : "released " + DAY.format(b.released()),
                "small"),
                Ui.label(Units.inWords(b.sizeBytes()) + bench.stock().onShelf(bench.desk(number).model().identifier(), b)
                .map(i -> bench.stock().judged(i).proven() ? ", on the shelf" : ", unproven").orElse(""), "small muted"));
        facts.setMinWidth(142);
        VBox reason = Ui.column(2, Signing.label(b, bench.now()), Ui.text(j.reason(), "small"));
        bench.stock().builds().listed(b).filter(l -> l.by() != null).ifPresent(l -> reason.getChildren()
                .add(Ui.text("Said " + CLOCK.format(l.askedAt()) + ": " + l.by() + ".", "small muted")));
        HBox.setHgrow(reason, Priority.ALWAYS);
        reason.setPrefWidth(260);
        HBox row = Ui.style(Ui.row(14, Ui.flow(14, version, facts, reason)), taken ? "card open" : j.possible() ? "card" : "card gone");
        if (taken) {
            row.getChildren().add(whole(Ui.label("chosen", "tag simulated")));
        } else if (j.possible()) {
            Button choose = Ui.button("choose-" + b.build(), "Choose", j.chosen() && ticket().build() == null ? "primary" : "",
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

    @Override
    public void tick() {
        switch (desk.doing()) {
            case DOWNLOADING, WAITING -> desk.chosen().ifPresent(b -> {
                bar.setProgress(desk.bytes() / (double) b.sizeBytes());
                left.setText(desk.left().map(r -> Ui.clock(r.mid())).orElse("--:--"));
                rate.setText(Units.inWords(desk.bytes()) + " of " + Units.inWords(b.sizeBytes())
                        + (desk.rate().isPresent() ? ", " + Units.rateInWords(desk.rate().getAsDouble()) : "")
                        + desk.left().filter(r -> r.high() - r.low() > 2).map(r -> ", " + Ui.clock(r) + " left").orElse(""));
            });
            case PROVING -> {
                double done = desk.proven().orElse(0.0);
                bar.setProgress(done);
                left.setText(Math.round(done * 100) + " %");
                rate.setText("digests of the parts and of the whole file");
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
    public String next() {
        if (ticket().observed().hostFetches() && ticket().packageFile() == null) {
            return "The host fetches the firmware. Next: the keys. Hands: now.";
        }
        if (ticket().packageFile() != null) {
            return "The package is " + (ticket().packageProven() ? "proven" : "taken") + ". Next: the keys. Hands: now.";
        }
        return switch (desk.doing()) {
            case DOWNLOADING -> "Runs by itself. Hands again in " + desk.left().map(r -> Ui.clock(r.mid())).orElse("a moment")
                    + ", for the keys.";
            case WAITING -> "Waits for another download, then runs by itself.";
            case PROVING -> "Checking; hands in a moment.";
            default -> ticket().build() == null && !bench.world().simulated() && desk.choice().isEmpty() ? "Say who brings the firmware."
                    : ticket().build() == null ? "Choose a build: the suggested one unless the ticket wants otherwise."
                    : "Start the download; it then runs by itself.";
        };
    }
}
