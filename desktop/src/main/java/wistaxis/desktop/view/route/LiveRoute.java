package wistaxis.desktop.view.route;

import static wistaxis.core.words.Say.t;

import java.util.Map;
import java.util.Optional;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Route;
import wistaxis.core.words.Text;
import wistaxis.desktop.look.Ui;

/** The route beside the conversation: a short route that follows each answer and marks what it changed. */
public final class LiveRoute {
    private final VBox list = new VBox(6);
    private final Region node;
    private @Nullable Route before;
    private @Nullable Route latest;

    /** @param first as it stands when the page opens */
    public LiveRoute(Optional<Route> first) {
        this.node = Ui.column(8, Ui.label(t("desktop.route.so-far"), "title"), Ui.scroll(list));
        this.latest = first.orElse(null);
    }

    public Region node() {
        return node;
    }

    public void refresh(Optional<Route> route) {
        Route now = route.orElse(null);
        if (now != null && !now.equals(latest)) {
            before = latest;
            latest = now;
        }
        list.getChildren().clear();
        if (now == null) {
            list.getChildren()
                    .add(Ui.text(t("desktop.route.starts"),
                    "muted"));
            return;
        }
        if (now.stop() != null) {
            list.getChildren().add(Ui.notice("stop", t("desktop.route.stop-say"), now.stop()));
        }
        now.contradictions().forEach(c -> list.getChildren().add(Ui.notice("", t("desktop.route.contradiction"), c)));
        if (!now.commonReasons().isEmpty() && now.stop() == null) {
            list.getChildren().add(Ui.notice("", t("desktop.route.before-any"), Text.join("  ", now.commonReasons())));
        }
        Map<String, Text> changes = Intake.changes(Optional.ofNullable(before), now);
        Optional<Route.RouteStep> recommended = now.recommended();
        now.steps().forEach(r -> list.getChildren()
                .add(judged(r, changes.getOrDefault(r.step().id(), Text.NONE), recommended.filter(r::equals).isPresent(), now)));
    }

    private static VBox judged(Route.RouteStep r, Text change, boolean recommended, Route route) {
        var head = Ui.flow(8, RouteView.keeps(r.step().keeps()),
                Ui.text(r.step().title(), recommended ? "strong" : r.open() ? "" : "muted"));
        var state = Ui.row(8, Ui.label(recommended ? t("desktop.route.state.next") : RouteView.stateOf(r), recommended ? "small strong"
                : "small muted"),
                Ui.gap());
        if (!change.isEmpty()) {
            state.getChildren().add(Ui.label("\u25c6 " + change, "tag changed"));
        }
        VBox card = Ui.card(head, state);
        if (!r.open() && route.stop() == null) {
            r.reasons().stream().filter(why -> !route.commonReasons().contains(why)).limit(1)
                    .forEach(why -> card.getChildren().add(Ui.text(why, "small")));
        }
        card.setSpacing(2);
        return Ui.style(card, recommended ? "open" : r.open() ? "tight" : "tight gone");
    }
}
