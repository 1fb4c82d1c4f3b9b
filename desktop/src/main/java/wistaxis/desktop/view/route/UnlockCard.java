package wistaxis.desktop.view.route;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import wistaxis.core.device.Imei;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.command.Result;

/** The carrier unlock as a side job: ordered with IMEI and carrier, due in 1 to 10 business days, then activation and a look for signal. */
public final class UnlockCard {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM", Locale.ENGLISH);

    private final Window shell;
    private final Workbench bench;
    private final String number;
    private final TextField imei = Ui.field("unlock-imei", "IMEI, 15 digits", 24);
    private final TextField carrier = Ui.field("unlock-carrier", "original carrier", 80);
    private final TextField country = Ui.field("unlock-country", "country", 60);
    private final TextField reference = Ui.field("unlock-reference", "order reference", 60);
    private final TextField price = Ui.field("unlock-price", "price", 30);
    private final TextField answerTo = Ui.field("unlock-answer-to", "address for the answer", 120);
    private String wrong = "";

    public UnlockCard(Window shell, Workbench bench, String number) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        carrier.setOnAction(_ -> order());
    }

    public Node node(Ticket t) {
        VBox card = Ui.card(Ui.label("Carrier unlock, a side job", "strong"));
        TicketEvent.UnlockOrdered order = t.unlock();
        if (order == null) {
            if (imei.getText().isEmpty()) {
                imei.setText(Optional.ofNullable(bench.people().kept(number).imei()).orElse(t.fact("imei")
                        .filter(i -> !i.equals(Imei.SEALED)).orElse("")));
            }
            card.getChildren().addAll(imei, carrier, country, reference, price, answerTo,
                    Ui.button("unlock-order", "Ordered today", "primary", this::order));
            if (!wrong.isEmpty()) {
                card.getChildren().add(Ui.notice("", wrong));
            }
            return card;
        }
        card.getChildren().addAll(Ui.text(Stream.of(order.carrier(), order.country(), order.model(), "IMEI "
                + Optional.ofNullable(bench.people().kept(number).imei()).orElse(order.imei()),
                order.reference() == null ? null : "order " + order.reference(), order.price(), order.answerTo() == null ? null
                : "answer to " + order.answerTo()).filter(Objects::nonNull).collect(Collectors.joining(", ")), "small"),
                Ui.text("Ordered " + DAY.format(order.ordered()) + ", due " + DAY.format(order.earliest())
                + " to " + DAY.format(order.latest()), ""), due(t, order));
        FlowPane answers = Ui.chips(270);
        List.of(List.of("unlocked", "Unlocked"), List.of("refused", "Refused"), List.of("activated-host", "Activated by host"),
                List.of("activated-wifi", "Activated over Wi-Fi"),
                List.of("signal", "Signal: yes"), List.of("no-signal", "No signal"))
                .forEach(a -> answers.getChildren().add(Ui.button("unlock-" + a.getFirst(), a.getLast(), t.unlockAnswers()
                .contains(a.getFirst()) ? "chip chosen" : "chip",
                        () -> bench.commands().give(number, new Command.NoteUnlock(a.getFirst())))));
        card.getChildren().addAll(Ui.text("Then activate over a host or Wi-Fi with the new SIM, and look for signal.", "small muted"),
                answers);
        return card;
    }

    private Node due(Ticket t, TicketEvent.UnlockOrdered order) {
        LocalDate today = bench.routes().today();
        return t.unlockAnswers().contains("signal") ? Ui.text("Done.", "strong tide") : today.isAfter(order.latest())
                ? Ui.text("Overdue: ask the carrier.", "strong erases")
                : today.isBefore(order.earliest()) ? Ui.text("Nothing can be there yet.", "muted small")
                : Ui.text("May be there any day.", "strong hands");
    }

    private void order() {
        wrong = "";
        bench.commands().ask(number, new Command.OrderUnlock(imei.getText(), carrier.getText(), country.getText(), reference.getText(),
                price.getText(), answerTo.getText())).thenAccept(result -> {
            if (result instanceof Result.Refused(BadInput why)) {
                wrong = String.valueOf(why.getMessage());
                shell.again();
            }
        });
    }
}
