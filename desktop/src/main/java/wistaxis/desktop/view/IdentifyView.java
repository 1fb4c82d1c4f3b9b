package wistaxis.desktop.view;

import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.Family;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.desktop.app.Workbench;
import wistaxis.desktop.look.Ui;

/** Find the exact model by what is printed on it; family, plug and keys follow. */
final class IdentifyView extends TicketPage {
    private static final int MOST = 14;

    private final TextField typed = Ui.field("identify-query", "A2403, iPhone13,2 or a name", 60);
    private final VBox found = new VBox(6);

    IdentifyView(Workbench bench, String number) {
        super(bench, number);
        typed.setStyle("-fx-font-size: 1.6em;");
        typed.setMaxWidth(460);
        typed.textProperty().addListener(_ -> list());
        typed.setOnAction(_ -> {
            List<DeviceModel> models = search();
            if (models.size() == 1) {
                choose(models.getFirst());
            }
        });
        root.getChildren().addAll(Ui.label("Which model exactly?", "large"),
                Ui.text("The A-number is on the back or the box; the identifier is what the host reports. Firmware must match it to the letter.", "muted"),
                typed, Ui.scroll(found));
    }

    @Override
    public void refresh() {
        list();
    }

    private List<DeviceModel> search() {
        return typed.getText().isBlank() ? List.of() : bench.devices().search(typed.getText());
    }

    private void list() {
        Ticket ticket = ticket();
        found.getChildren().clear();
        bench.model(ticket).ifPresent(m -> found.getChildren().add(settled(m)));
        List<DeviceModel> models = search();
        models.stream().limit(MOST).forEach(m -> found.getChildren().add(row(m, models.size() == 1)));
        if (models.size() > MOST) {
            found.getChildren().add(Ui.label("and " + (models.size() - MOST) + " more: type on", "muted"));
        }
        if (!typed.getText().isBlank() && models.isEmpty()) {
            found.getChildren().add(Ui.notice("", "No model is known by [" + typed.getText().strip() + "].",
                    "Check the number: an A and four digits, or an identifier such as iPhone13,2. Known here are the phones with Volume Up, Volume Down and Side keys, iPhone 8 and later."));
        }
    }

    private VBox settled(DeviceModel m) {
        Family family = bench.devices().familyOf(m);
        return Ui.style(Ui.card(Ui.row(12, Ui.label(m.name(), "title"), Ui.label(m.identifier(), "code")),
                Ui.text(words(m), ""), Ui.text(family.tellTale(), "muted small"), Ui.label("From: " + m.source(), "muted small")), "open");
    }

    private static String words(DeviceModel m) {
        return "Family " + m.family() + ".  Keys: " + m.keysInWords() + ".  Plug: " + m.plug() + ".";
    }

    private HBox row(DeviceModel m, boolean only) {
        VBox words = Ui.column(1, Ui.row(10, Ui.label(m.name(), "strong"), Ui.label(m.identifier(), "code"), Ui.label(String.join("  ", m.aNumbers()), "code small muted")),
                Ui.label(words(m), "small muted"));
        HBox.setHgrow(words, Priority.ALWAYS);
        Button take = Ui.button("take-" + m.identifier().replace(',', '-'), only ? "This one (Enter)" : "This one", only ? "primary" : "", () -> choose(m));
        return Ui.style(Ui.row(12, words, take), "card tight");
    }

    private void choose(DeviceModel m) {
        String how = m.identifier().equalsIgnoreCase(typed.getText().strip()) ? "by its identifier"
                : m.aNumbers().stream().anyMatch(a -> a.equalsIgnoreCase(typed.getText().strip())) ? "by the number " + typed.getText().strip().toUpperCase(java.util.Locale.ROOT)
                : "by name, chosen by hand";
        bench.record(number, new TicketEvent.Identified(m.identifier(), how));
    }

    @Override
    public String firstFocus() {
        return "identify-query";
    }

    @Override
    public String next() {
        return ticket().identifier() == null ? "Type what is printed on it. Then the route. Hands: now." : "The model is settled. Next: the route.";
    }
}
