package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.function.Consumer;
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
    private final CallSign calls;
    private long rangSecond;

    /** @param opens shows a ticket */
    Alarms(Workbench bench, Speaker speaker, Consumer<String> opens) {
        this.bench = bench;
        this.speaker = speaker;
        this.calls = new CallSign(bench, opens);
        getChildren().addAll(calls, stops, said);
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
                Ui.text(t("desktop.alarm.log", "file", bench.log()), "small muted")), Ui.gap());
        VBox box = Ui.notice("stop");
        row.getChildren().add(Ui.button("alarm-away", t("desktop.alarm.dismiss"), "", () -> said.getChildren().remove(box)));
        box.getChildren().add(row);
        said.getChildren().setAll(box);
    }

    /** Nothing is written to a ledger that is broken until somebody has read that. */
    private Node unread(String what) {
        VBox box = Ui.notice("stop", t("desktop.alarm.broken"), what,
                t("desktop.alarm.broken-how"));
        box.getChildren().add(Ui.button("read-break", t("desktop.alarm.broken-read"), "", bench::readBreak));
        return box;
    }

    /** A clock that leapt is asked about first. */
    private Node doubted(String asks) {
        VBox box = Ui.notice("stop", asks, t("desktop.alarm.clock"),
                t("desktop.alarm.clock-how"));
        box.getChildren().add(Ui.button("clock-right", t("desktop.alarm.clock-right"), "", bench::clockIsRight));
        return box;
    }

    /** What the bench has to say once. */
    private void notices() {
        List<String> all = bench.notices().take();
        if (!all.isEmpty()) {
            alarm(String.join("\n", all));
        }
        List<String> told = bench.notices().takeTold();
        if (!told.isEmpty()) {
            say(told.toArray(String[]::new));
        }
    }

    /** Something to be heard once. */
    void say(String... lines) {
        VBox box = Ui.notice("calm", (Object[]) lines);
        box.setId("reminder");
        box.getChildren().add(Ui.button("reminder-away", t("desktop.alarm.dismiss"), "", () -> said.getChildren().remove(box)));
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
        boolean called = !bench.calling().look().isEmpty();
        if ((called || !due.isEmpty()) && !bench.calling().isSilent()) {
            speaker.ring();
        }
        if (!due.isEmpty()) {
            say(due.toArray(String[]::new));
        }
        calls.refresh();
    }
}
