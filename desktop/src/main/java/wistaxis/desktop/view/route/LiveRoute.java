package wistaxis.desktop.view.route;

import java.util.Map;
import java.util.Optional;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Route;
import wistaxis.desktop.look.Ui;

/** The route beside the conversation: a short ladder that follows each answer and marks what it changed. */
public final class LiveRoute {
    private final VBox ladder = new VBox(6);
    private final Region node;
    private @Nullable Route before;
    private @Nullable Route latest;

    /** @param first as it stands when the page opens */
    public LiveRoute(Optional<Route> first) {
        this.node = Ui.column(8, Ui.label("The route, as it stands", "title"), Ui.scroll(ladder));
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
        ladder.getChildren().clear();
        if (now == null) {
            ladder.getChildren()
                    .add(Ui.text("It begins with the trouble. Each answer opens or closes a step; what an answer changed is marked.",
                    "muted"));
            return;
        }
        if (now.stop() != null) {
            ladder.getChildren().add(Ui.notice("stop", "Stop. Say it to the customer:", now.stop()));
        }
        now.contradictions().forEach(c -> ladder.getChildren().add(Ui.notice("", "Two answers do not go together.", c)));
        if (!now.commonReasons().isEmpty() && now.stop() == null) {
            ladder.getChildren().add(Ui.notice("", "Before any step:", String.join("  ", now.commonReasons())));
        }
        Map<String, String> changes = Intake.changes(Optional.ofNullable(before), now);
        Optional<Route.Rung> recommended = now.recommended();
        now.rungs().forEach(r -> ladder.getChildren()
                .add(rung(r, changes.getOrDefault(r.step().id(), ""), recommended.filter(r::equals).isPresent(), now)));
    }

    private static VBox rung(Route.Rung r, String change, boolean recommended, Route route) {
        var head = Ui.flow(8, RouteView.keeps(r.step().keeps()),
                Ui.text(r.step().title(), recommended ? "strong" : r.open() ? "" : "muted"));
        var state = Ui.row(8, Ui.label(recommended ? "next" : RouteView.stateOf(r), recommended ? "small strong" : "small muted"),
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
