package wistaxis.desktop.view;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.BuildChoice;
import wistaxis.core.firmware.PackageReport;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.app.FirmwareDesk;
import wistaxis.desktop.app.FirmwareDesk.Doing;
import wistaxis.desktop.app.Workbench;
import wistaxis.desktop.look.Ui;

/** The builds for exactly this model, the choice explained, the download, and the proof of the package. */
final class FirmwareView extends TicketPage {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH);
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("EEE d MMM HH:mm", Locale.ENGLISH).withZone(ZoneId.systemDefault());

    private final FirmwareDesk desk;
    private final VBox builds = new VBox(6);
    private final VBox status = new VBox(8);
    private final Label left = Ui.label("", "big-clock");
    private final Label rate = Ui.label("", "");
    private final ProgressBar bar = new ProgressBar(0);
    private final Runnable goOn;

    FirmwareView(Shell shell, Workbench bench, String number) {
        super(bench, number);
        this.desk = bench.desk(number).firmware();
        this.goOn = () -> shell.showTicket(number);
        bar.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(bar, Priority.ALWAYS);
        left.setId("download-left");
        rate.setId("download-rate");
        root.getChildren().addAll(status, Ui.scroll(builds));
        desk.ask();
    }

    @Override
    public void refresh() {
        status.getChildren().setAll(status());
        builds.getChildren().clear();
        Optional<BuildChoice> choice = desk.choice();
        if (choice.isEmpty()) {
            builds.getChildren().add(desk.doing() == Doing.ASKING ? Ui.label("Asking the firmware library...", "muted")
                    : Ui.row(12, Ui.label("The library has not answered.", "muted"), Ui.button("ask-again", "Ask again", "", desk::ask)));
            return;
        }
        choice.get().builds().forEach(j -> builds.getChildren().add(build(j)));
        tick();
    }

    private List<Node> status() {
        Ticket t = ticket();
        Label title = Ui.label("Firmware for " + bench.desk(number).model().identifier(), "large");
        Node trouble = desk.trouble().isEmpty() ? new VBox() : Ui.notice("stop", desk.trouble());
        if (t.build() == null) {
            String best = desk.choice().flatMap(BuildChoice::chosen).map(j -> "Suggested: " + j.build().version() + ". " + j.reason()).orElse("");
            return List.of(title, trouble, Ui.text(best, ""));
        }
        return List.of(title, trouble, switch (desk.doing()) {
            case DOWNLOADING -> working("Download", "download-stop", "Stop, keep what has come");
            case PROVING -> working("Checking every part", "download-stop", "Stop the check");
            case ASKING, NOTHING -> resting(t);
        });
    }

    private VBox working(String what, String id, String stop) {
        return Ui.card(Ui.row(16, left, Ui.column(0, Ui.label(what, "strong"), rate), Ui.gap(), Ui.button(id, stop, "", desk::stop)), bar);
    }

    private VBox resting(Ticket t) {
        if (t.packageProven()) {
            List<String> details = desk.report().map(PackageReport::details).orElse(List.of("proven earlier, and checked again when the restore starts"));
            VBox notice = Ui.notice("calm", "The package is proven: " + String.join("; ", details) + ".", "File: " + t.provenFile());
            notice.getChildren().add(Ui.button("go-on", "On to the keys", "primary", goOn));
            return notice;
        }
        long here = desk.bytes();
        Button start = Ui.button("download", here > 0 ? "Go on with the download" : "Download", "primary", desk::download);
        start.setDisable(desk.chosen().isEmpty());
        String kept = here > 0 ? EventWords.megabytes(here) + " of " + EventWords.megabytes(t.build().sizeBytes()) + " are here already." : EventWords.megabytes(t.build().sizeBytes()) + ", nothing here yet.";
        return Ui.card(Ui.row(16, Ui.column(0, Ui.label("Chosen: " + t.build().version() + " (" + t.build().build() + ")", "title"), Ui.label(kept, "muted")), Ui.gap(), start));
    }

    private HBox build(BuildChoice.Judged j) {
        Build b = j.build();
        boolean taken = ticket().build() != null && ticket().build().build().equals(b.build());
        VBox version = Ui.column(0, Ui.label(b.version().toString(), "title"), Ui.label(b.build(), "code muted small"));
        version.setMinWidth(120);
        VBox facts = Ui.column(0, Ui.label("released " + DAY.format(b.released()), "small"), Ui.label(EventWords.megabytes(b.sizeBytes()), "small muted"));
        facts.setMinWidth(150);
        VBox reason = Ui.column(2, signing(b), Ui.text(j.reason(), "small"));
        HBox.setHgrow(reason, Priority.ALWAYS);
        HBox row = Ui.style(Ui.row(14, version, facts, reason), taken ? "card open" : j.possible() ? "card" : "card gone");
        if (taken) {
            row.getChildren().add(Ui.label("chosen", "tag simulated"));
        } else if (j.possible()) {
            Button choose = Ui.button("choose-" + b.build(), "Choose", j.chosen() && ticket().build() == null ? "primary" : "", () -> desk.choose(j));
            choose.setDisable(desk.doing() != Doing.NOTHING);
            row.getChildren().add(choose);
        }
        return row;
    }

    private Label signing(Build b) {
        Instant now = bench.now();
        Instant until = b.signedUntil();
        if (!b.signedAt(now)) {
            return Ui.label("\u2500\u2500\u2524  signing closed" + (until == null ? "" : " " + MOMENT.format(until)), "strong muted");
        }
        if (until == null) {
            return Ui.label("\u251c\u2500\u2500\u2500  signed, no end known", "strong tide");
        }
        return Ui.label("\u251c\u2500\u2524  signed until " + MOMENT.format(until) + ", " + Ui.coarse(Duration.between(now, until)) + " left", "strong hands");
    }

    @Override
    public void tick() {
        if (desk.doing() == Doing.DOWNLOADING) {
            Build b = desk.chosen().orElseThrow();
            bar.setProgress(desk.bytes() / (double) b.sizeBytes());
            left.setText(desk.left().isZero() ? "--:--" : Ui.clock(desk.left()));
            rate.setText(EventWords.megabytes(desk.bytes()) + " of " + EventWords.megabytes(b.sizeBytes())
                    + (desk.rate().isPresent() ? String.format(Locale.ROOT, ", %.1f Mbit/s", desk.rate().getAsDouble() * 8 / 1e6) : ""));
        } else if (desk.doing() == Doing.PROVING) {
            bar.setProgress(desk.proven());
            left.setText(Math.round(desk.proven() * 100) + " %");
            rate.setText("digests against the signed manifest");
        }
    }

    @Override
    public String next() {
        if (ticket().packageProven()) {
            return "The package is proven. Next: the keys. Hands: now.";
        }
        return switch (desk.doing()) {
            case DOWNLOADING -> "Runs by itself. Hands again in " + (desk.left().isZero() ? "a moment" : Ui.clock(desk.left())) + ", for the keys.";
            case PROVING -> "Checking; hands in a moment.";
            default -> ticket().build() == null ? "Choose a build: the suggested one unless the ticket wants otherwise." : "Start the download; it then runs by itself.";
        };
    }
}
