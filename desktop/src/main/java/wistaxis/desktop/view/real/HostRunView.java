package wistaxis.desktop.view.real;

import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.BadInput;
import wistaxis.core.restore.HostRun;
import wistaxis.core.restore.HostStage;
import wistaxis.core.restore.HostTroubles;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.restore.BeforeRun;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.desk.HostDesk;
import wistaxis.workbench.life.Change;

/**
 * The restore that the host's own program does: what to tap next, the time left, the mode window, and what to do when something is wrong.
 */
public final class HostRunView implements View {
    private final Window shell;
    private final Workbench bench;
    private final String number;
    private final HostDesk host;
    private final BeforeRun before;
    private final BorderPane root = new BorderPane();
    private final Label left = Ui.label("", "counter");
    private final Label leftWords = Ui.text("", "title");
    private final VBox late = new VBox();
    private final VBox notices = new VBox(8);
    private final VBox middle = new VBox(12);
    private final VBox stages = new VBox(0);
    private final FlowPane buttons = Ui.flow(8);
    private final VBox trouble = new VBox(8);
    private final UsbPane usb;
    private Optional<HostRun> run = Optional.empty();
    private long drawnSecond;
    private final Label window = Ui.label("", "big-clock hands");
    private final Label windowWords = Ui.text("", "");
    private final TextField minutes = Ui.field("host-minutes", "min left", 4);
    private final TextField version = Ui.field("host-version", "version on it now", 40);
    private final TextField words = Ui.field("host-words", "what the host says, word for word", 500);

    public HostRunView(Window shell, Workbench bench, String number) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        this.host = bench.desk(number).host();
        this.before = new BeforeRun(shell, bench, number);
        this.usb = new UsbPane(bench, number);
        left.setId("host-left");
        left.setMinWidth(Region.USE_PREF_SIZE);
        late.managedProperty().bind(Bindings.isNotEmpty(late.getChildren()));
        notices.managedProperty().bind(Bindings.isNotEmpty(notices.getChildren()));
        window.setId("mode-window");
        window.setMinWidth(Region.USE_PREF_SIZE);
        minutes.setPrefColumnCount(5);
        minutes.setMinWidth(Region.USE_PREF_SIZE);
        version.setPrefColumnCount(12);
        HBox.setHgrow(words, Priority.ALWAYS);
        Ui.style(middle, "page");
        VBox side = new VBox(16, usb, Ui.row(10, window, windowWords), trouble);
        side.setStyle("-fx-padding: 18 18 10 0;");
        root.setCenter(new Columns(middle, 600, side, 330));
    }

    private Ticket ticket() {
        return bench.ticket(number);
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return TicketPage.follows(change, number);
    }

    @Override
    public void refresh() {
        drawnSecond = Long.MIN_VALUE;
        buttons.getChildren().clear();
        notices.getChildren().clear();
        HBox head = Ui.row(18, left, leftWords);
        if (host.run().filter(r -> r.current().fetch()).isPresent()) {
            head.getChildren().addAll(Ui.gap(), minutes, Ui.button("host-minutes-say", "It says so", "", this::minutesTold));
        }
        middle.getChildren().setAll(head, late, notices, buttons);
        tick();
        if (run.isPresent()) {
            running(run.get());
        } else {
            atRest();
        }
        usb.refresh();
        trouble();
    }

    private void give(Command command) {
        bench.commands().give(number, command);
    }

    private void running(HostRun run) {
        Optional<HostStage> next = run.next();
        if (next.isPresent()) {
            buttons.getChildren().add(Ui.button("host-next", "I see it: " + next.get().title() + " (Enter)", out(run) ? "big"
                    : "primary big",
                    host::next));
        } else {
            buttons.getChildren().addAll(version, Ui.button("host-written", "It greets: written", "primary big",
                    () -> give(new Command.Written(version.getText()))));
        }
        if (run.asksSigning()) {
            buttons.getChildren().add(Ui.button("host-not-signed", "It says: not signed", "",
                    () -> give(new Command.NotSigned(words.getText()))));
        }
        buttons.getChildren().add(Ui.button("host-stopped", "The host stopped", "", () -> give(new Command.StopHost())));
        if (out(run)) {
            notices.getChildren().add(Ui.notice("", "Hands needed: it has left its mode.",
                    "Put it back the same way; the host goes on meanwhile. When the download ends some hosts go on by themselves, on "
                    + "others choose restore once more."));
            buttons.getChildren().addFirst(Ui.button("back-to-keys", "The same keys again", "primary big", () -> shell.showTicket(number,
                    Stage.KEYS)));
        } else if (!run.needsMode()) {
            notices.getChildren().add(Ui.notice("stop", "Leave cable and device alone.", "The host works on the device."));
        }
        stages(run);
        middle.getChildren().add(stages);
    }

    /** Whether the device has left the mode that it still has to be in. */
    private boolean out(HostRun run) {
        return ticket().mode() == null && run.needsMode();
    }

    private void minutesTold() {
        try {
            give(new Command.NoteLeft(Integer.parseInt(minutes.getText().strip())));
            minutes.clear();
        } catch (NumberFormatException e) {
            throw new BadInput("[" + minutes.getText() + "] is no number of minutes; write what the host shows, for example 12", e);
        }
    }

    private void stages(HostRun run) {
        stages.getChildren().clear();
        for (int i = 0; i < run.parts().size(); i++) {
            HostRun.Part part = run.parts().get(i);
            HostStage s = part.stage();
            Button tap = Ui.button("host-stage-" + s.id(), s.title(), i == run.at() ? "stage-tap now" : i < run.at() ? "stage-tap past"
                    : "stage-tap", () -> give(new Command.ReachStage(s.id(), null)));
            tap.setStyle("-fx-pref-width: 17em;");
            tap.setMinWidth(Region.USE_PREF_SIZE);
            tap.setFocusTraversable(false);
            HBox row = Ui.style(Ui.row(12, Ui.label(i < run.at() ? "done" : i == run.at() ? "now" : "", "small strong"), tap,
                    Ui.text(s.says(), "small muted"), Ui.gap(), Ui.label(usual(part), "small muted")), i == run.at() ? "stage-row now"
                    : "stage-row");
            ((Label) row.getChildren().getFirst()).setMinWidth(40);
            ((Label) row.getChildren().getLast()).setMinWidth(Region.USE_PREF_SIZE);
            stages.getChildren().add(row);
        }
    }

    private static String usual(HostRun.Part part) {
        return part.high() <= 0 ? "the host tells" : String.format(Locale.ROOT, "%.1f-%.1f min%s", part.low() / 60, part.high() / 60,
                part.own() ? ", here" : "");
    }

    private void atRest() {
        Ticket t = ticket();
        if (t.restored() != null) {
            notices.getChildren().add(Ui.notice("calm", (t.keepsData() ? "Updated to " : "Restored to ") + t.restored() + ".",
                    "What is seen on it is asked at the handover."));
            return;
        }
        before.say(notices, buttons);
        middle.getChildren().add(how(t));
        Button start = Ui.button("restore-start", t.keepsData() ? "I told the host to update, which keeps the data"
                : "I told the host to restore, which erases the device", t.keepsData() ? "primary" : "danger", host::start);
        start.setDisable(host.mayNot().isPresent());
        buttons.getChildren().add(start);
    }

    /** What to do in the host's program. */
    private VBox how(Ticket t) {
        if (t.observed().hostFetches()) {
            return Ui.notice("calm", "At the host: it fetches by itself.", t.keepsData()
                    ? "Choose to update, read what is new, agree. The download shows its time left behind a small sign."
                    : "Choose to restore, then restore and update, read what is new, agree. The download shows its time left behind a "
                    + "small "
                    + "sign.", "What it has downloaded before, or the device has already, it only restores, and is quicker.");
        }
        Optional<String> changed = bench.stock().notAsVerified(t);
        if (changed.isPresent()) {
            return Ui.notice("stop", changed.get());
        }
        return Ui.notice("calm", "At the host: give it the package.",
                "Close what the host offers. Hold its extra key (Option on the maker's hosts, Shift on others) and choose "
                + (t.keepsData() ? "to update" : "to restore") + "; pick this file:", path(String.valueOf(t.packageFile())));
    }

    /** The whole path, to be copied into the host's own choice of files. */
    private String path(String kept) {
        return String.valueOf(bench.found(kept).toAbsolutePath());
    }

    private void trouble() {
        trouble.getChildren().clear();
        if (ticket().closed() != null || ticket().restored() != null) {
            return;
        }
        Optional<Observed.Trouble> now = ticket().observed().trouble();
        if (now.isEmpty()) {
            trouble.getChildren().addAll(Ui.label("Something wrong at the host?", "strong"), words);
            FlowPane kinds = Ui.chips(320);
            HostTroubles.all().forEach(t -> kinds.getChildren().add(Ui.button("trouble-" + t.id(), t.title(), "chip", () -> {
                give(new Command.NoteTrouble(t.id(), words.getText()));
                words.clear();
            })));
            trouble.getChildren().add(kinds);
            return;
        }
        ladder(now.get());
    }

    private void ladder(Observed.Trouble now) {
        HostTroubles.Trouble kind = HostTroubles.of(now.kind()).orElseThrow();
        Map<String, HostTroubles.Tried> before = host.before();
        VBox card = Ui.card(Ui.label(kind.title(), "title"), Ui.text(now.words().isEmpty() ? kind.means() : "It says: " + now.words(), ""));
        if (!before.isEmpty()) {
            card.getChildren().add(Ui.text("The notebook: " + List.copyOf(before.entrySet()).stream().limit(2).map(e -> saying(kind,
                    e.getKey()) + " " + e.getValue().says()).reduce((a, b) -> a + " " + b).orElse(""), "small strong"));
        }
        boolean next = true;
        for (HostTroubles.Try t : kind.tries()) {
            Optional<Observed.Try> made = now.of(t.id());
            VBox row = Ui.column(4, Ui.text((made.isPresent() ? "\u2717 " : "") + t.says(), made.isPresent() ? "small muted"
                    : next ? "strong" : "small"));
            Optional.ofNullable(before.get(t.id())).ifPresent(b -> row.getChildren().add(Ui.text(b.says(), "small muted")));
            if (made.isEmpty()) {
                row.getChildren().add(Ui.row(6, Ui.button("try-" + t.id() + "-helped", "Helped", "chip",
                        () -> give(new Command.NoteTry(t.id(), true))),
                        Ui.button("try-" + t.id() + "-not", "Did not", "chip", () -> give(new Command.NoteTry(t.id(), false)))));
                next = false;
            }
            card.getChildren().add(row);
        }
        trouble.getChildren().add(card);
    }

    private static String saying(HostTroubles.Trouble kind, String step) {
        return kind.tries().stream().filter(t -> t.id().equals(step)).findFirst().map(HostTroubles.Try::says).orElse(step);
    }

    /** Once a second: nothing here is finer. */
    @Override
    public void tick() {
        long second = bench.now().getEpochSecond();
        if (second == drawnSecond) {
            return;
        }
        drawnSecond = second;
        run = host.run();
        late.getChildren().clear();
        if (run.isEmpty()) {
            left.setText(ticket().restored() != null ? "Done" : "");
            leftWords.setText(ticket().restored() != null ? "" : "The host's own program does it; say here what is seen there.");
        } else if (run.get().isOpen()) {
            left.setText("?");
            leftWords.setText("left: type the minutes that the host shows.");
        } else {
            left.setText(range(run.get().atLeast(), run.get().atMost()));
            leftWords.setText("min left. Now: " + run.get().current().title() + ".");
            run.get().late().ifPresent(w -> late.getChildren().add(Ui.notice(run.get().isStuck() ? "stop" : "", w)));
        }
        Optional<Duration> stays = bench.routes().modeWindowLeft(ticket());
        boolean counts = stays.isPresent() && run.map(HostRun::needsMode).orElse(true);
        window.setText(counts ? Ui.clock(stays.get().isNegative() ? Duration.ZERO : stays.get()) : "");
        windowWords.setText(counts ? "left in recovery, as this shop sets it" : "");
    }

    private static String range(Duration low, Duration high) {
        long least = low.toMinutes();
        long most = (high.toSeconds() + 59) / 60;
        return least == most ? String.valueOf(most) : least + "-" + most;
    }

    @Override
    public String firstFocus() {
        return run.isPresent() ? "host-next" : "restore-start";
    }

    @Override
    public String wants() {
        return run.map(r -> r.current().id()).orElse(String.valueOf(ticket().restored()));
    }

    @Override
    public String next() {
        if (ticket().restored() != null) {
            return "Next: hand over. Hands: now.";
        }
        return run.map(r -> out(r) ? "Put the device back into its mode. Hands: now."
                : r.next().map(n -> "The host works. Tap when you see: " + n.title() + ".").orElse("Wait for the greeting."))
                .orElse("Tell the host to begin, then say so here. Hands: now.");
    }
}
