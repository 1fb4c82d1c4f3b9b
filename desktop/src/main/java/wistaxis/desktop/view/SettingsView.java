package wistaxis.desktop.view;

import java.util.List;
import javafx.scene.Parent;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.BadInput;
import wistaxis.core.route.RouteFacts;
import wistaxis.desktop.app.RouteDesk;
import wistaxis.desktop.app.Workbench;
import wistaxis.desktop.look.Ui;

/** The shop's own ways where practitioners disagree, and its calendar. Every choice is saved at once. */
final class SettingsView implements View {
    private final RouteDesk desk;
    private final VBox root = Ui.style(new VBox(), "page");
    private final TextField region = Ui.field("holidays", "gb-eng", 12);
    private final TextField window = Ui.field("mode-window", "15min", 12);
    private String wrong = "";
    private String wrongWindow = "";

    SettingsView(Workbench bench) {
        this.desk = bench.routes();
        window.setPrefWidth(120);
        window.setText(desk.settings().window());
        window.setOnAction(_ -> takeWindow());
        window.focusedProperty().addListener((_, _, focused) -> {
            if (!focused) {
                takeWindow();
            }
        });
        region.setPrefWidth(120);
        region.setText(desk.settings().holidays());
        region.setOnAction(_ -> takeRegion());
        region.focusedProperty().addListener((_, _, focused) -> {
            if (!focused) {
                takeRegion();
            }
        });
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public void refresh() {
        root.getChildren().setAll(Ui.label("This shop's ways", "large"), Ui.text("Practitioners disagree on these. Both ways stay on offer in every route; the choice decides which comes first.", "muted"));
        desk.settingsTrouble().ifPresent(t -> root.getChildren().add(Ui.notice("stop", "The settings file cannot be read.", t)));
        desk.planner().preferences().forEach(p -> root.getChildren().add(preference(p)));
        root.getChildren().add(Ui.asked(420, Ui.column(4, window, Ui.text(wrongWindow, "small erases")), "", Ui.text("How long does a device stay in recovery?", "strong"),
                Ui.text("After a set time it leaves by itself, even in mid-download. Used for the plan where no passcode wait is known.", "small muted")));
        VBox days = Ui.column(4, region, Ui.text(wrong, "small erases"));
        root.getChildren().add(Ui.asked(420, days, "", Ui.text("Which public holidays does the shop keep?", "strong"),
                Ui.text("A country, and a part of it where that matters: gb-eng, de-by, us. Business days are counted without them.", "small muted")));
    }

    private VBox preference(RouteFacts.Preference p) {
        FlowPane chips = Ui.chips(600);
        for (List<String> option : p.options()) {
            boolean chosen = desk.preference(p.preference()).equals(option.getFirst());
            chips.getChildren().add(Ui.button("prefer-" + option.getFirst(), option.getLast(), chosen ? "chip chosen" : "chip", () -> desk.prefer(p.preference(), option.getFirst())));
        }
        return Ui.card(Ui.text(p.asks(), "strong"), Ui.text(p.why(), "small muted"), chips);
    }

    private void takeWindow() {
        if (window.getText().strip().equals(desk.settings().window())) {
            wrongWindow = "";
            return;
        }
        try {
            desk.modeWindow(window.getText().strip());
            wrongWindow = "";
        } catch (BadInput e) {
            wrongWindow = String.valueOf(e.getMessage());
            refresh();
        }
    }

    private void takeRegion() {
        String typed = region.getText().strip();
        if (typed.equals(desk.settings().holidays())) {
            wrong = "";
            return;
        }
        try {
            desk.holidays(typed);
            wrong = "";
        } catch (BadInput e) {
            wrong = String.valueOf(e.getMessage());
            refresh();
        }
    }

    @Override
    public String firstFocus() {
        return "prefer-" + desk.preference(desk.planner().preferences().getFirst().preference());
    }

    @Override
    public String next() {
        return "Choices are saved at once and hold for every ticket.";
    }
}
