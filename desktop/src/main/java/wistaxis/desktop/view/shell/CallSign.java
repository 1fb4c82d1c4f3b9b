package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.bench.Calls;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.plan.Calling;

/** A large sign above whatever page is open, until somebody comes, puts it off or puts it away. */
final class CallSign extends VBox {
    private final Workbench bench;
    private final Consumer<String> opens;
    private final Label left = Ui.label("", "big-clock hands");
    private List<Calls.Call> shown = List.of();

    /** @param opens shows a ticket */
    CallSign(Workbench bench, Consumer<String> opens) {
        this.bench = bench;
        this.opens = opens;
    }

    void refresh() {
        List<Calls.Call> now = bench.calling().signs();
        if (!now.equals(shown)) {
            shown = now;
            getChildren().clear();
            now.stream().findFirst().ifPresent(c -> getChildren().add(sign(c, now.size() - 1)));
        }
        now.stream().findFirst().ifPresent(c -> {
            Duration in = Duration.between(bench.now(), c.at());
            left.setText(in.toSeconds() < 1 ? t("desktop.bench.now") : Ui.clock(in));
        });
    }

    private VBox sign(Calls.Call call, int more) {
        VBox box = Ui.notice("");
        box.setId("call-sign");
        VBox words = Ui.column(0, Ui.text(t("desktop.call.what", "what", call.what(), "title", bench.tickets().find(call.ticket())
                .map(t -> t.title()).orElse("")), "large"), Ui.text(more > 0 ? t("desktop.call.more", "number", call.ticket(), "n", more)
                        : call.ticket(), "muted"));
        HBox.setHgrow(words, Priority.ALWAYS);
        box.getChildren().add(Ui.flow(16, left, words, Ui.row(8, Ui.button("call-open", t("desktop.call.open"), "primary", () -> {
            bench.calling().answered(call);
            opens.accept(call.ticket());
            refresh();
        }), Ui.button("call-later", t("desktop.call.later", "minutes", Calling.LATER.toMinutes()), "", () -> {
            bench.calling().putOff(call);
            refresh();
        }), Ui.button("call-away", t("desktop.alarm.dismiss"), "", () -> {
            bench.calling().answered(call);
            refresh();
        }))));
        return box;
    }
}
