package wistaxis.desktop.view.shell;

import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.sound.Speaker;
import wistaxis.workbench.Workbench;

/** What has to be read or heard above the page: what stops the work until somebody has read it, what went wrong, and what has come due. */
final class Alarms extends VBox {
    private final Workbench bench;
    private final Speaker speaker;
    private final VBox stops = new VBox();
    private final VBox said = new VBox();
    private long rangSecond;

    Alarms(Workbench bench, Speaker speaker) {
        this.bench = bench;
        this.speaker = speaker;
        getChildren().addAll(stops, said);
    }

    /** Looks at the bench anew. */
    void refresh() {
        stops.getChildren().setAll(Stream.concat(bench.tickets().unread().map(this::unread).stream(), bench.doubt().says()
                .map(this::doubted).stream()).toList());
        notices();
    }

    /** Says that something went wrong, until it is put away. */
    void alarm(String text) {
        HBox row = Ui.row(12, Ui.column(2, Ui.text(text, "strong"),
                Ui.text("What failed, and where, is in the log: " + bench.log(), "small muted")), Ui.gap());
        VBox box = Ui.notice("stop");
        row.getChildren().add(Ui.button("alarm-away", "Put away", "", () -> said.getChildren().remove(box)));
        box.getChildren().add(row);
        said.getChildren().setAll(box);
    }

    /** Nothing is written to a ledger that is broken until somebody has read that. */
    private Node unread(String what) {
        VBox box = Ui.notice("stop", "The ledger is broken, and nothing is written to it until you have read this.", what,
                "What is there can be looked at. Keep a copy of the data folder first; the ledger's page and \"wistaxis ledger verify\" "
                + "say more.");
        box.getChildren().add(Ui.button("read-break", "I have read it: write that down, and go on", "", bench::readBreak));
        return box;
    }

    /** A clock that leapt is asked about first. */
    private Node doubted(String asks) {
        VBox box = Ui.notice("stop", asks, "Until that is said nobody is forgotten, no reminder rings, and nothing counts as late.",
                "If it is wrong: close Wistaxis, set the clock of this computer, and start again.");
        box.getChildren().add(Ui.button("clock-right", "The clock is right", "", bench::clockIsRight));
        return box;
    }

    /** What the bench has to say once. */
    private void notices() {
        List<String> all = bench.notices().take();
        if (!all.isEmpty()) {
            alarm(String.join("\n", all));
        }
    }

    /** Something to be heard once. */
    void say(String... lines) {
        VBox box = Ui.notice("calm", lines);
        box.setId("reminder");
        box.getChildren().add(Ui.button("reminder-away", "Heard", "", () -> said.getChildren().remove(box)));
        said.getChildren().add(box);
    }

    /** Once a second: what has come due is said, and rings. */
    void ring() {
        long second = bench.now().getEpochSecond();
        if (second == rangSecond) {
            return;
        }
        rangSecond = second;
        List<String> due = bench.reminders().rings();
        if (!due.isEmpty()) {
            speaker.ring();
            say(due.toArray(String[]::new));
        }
    }
}
