package wistaxis.desktop.view.route;

import static wistaxis.core.words.Say.t;

import java.time.LocalDate;
import java.util.List;
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
import wistaxis.core.steps.Guide;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.command.Result;

/** The carrier unlock as a side job: ordered with IMEI and carrier, due in 1 to 10 business days, then activation and a look for signal. */
public final class UnlockCard {
    private static final String DAY = "EEE d MMM";

    private final Window shell;
    private final Workbench bench;
    private final String number;
    private final TextField imei = Ui.field("unlock-imei", t("desktop.unlock.imei"), 24);
    private final TextField carrier = Ui.field("unlock-carrier", t("desktop.unlock.carrier"), 80);
    private final TextField country = Ui.field("unlock-country", t("desktop.unlock.country"), 60);
    private final TextField reference = Ui.field("unlock-reference", t("desktop.unlock.reference"), 60);
    private final TextField price = Ui.field("unlock-price", t("desktop.unlock.price"), 30);
    private final TextField answerTo = Ui.field("unlock-answer-to", t("desktop.unlock.answer-to"), 120);
    private final TextField days = Ui.field("unlock-days", t("desktop.unlock.days"), 10);
    private String wrong = "";

    public UnlockCard(Window shell, Workbench bench, String number) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        carrier.setOnAction(_ -> order());
    }

    public Node node(Ticket t) {
        VBox card = Ui.card(Ui.label(t("desktop.unlock.title"), "strong"));
        TicketEvent.UnlockOrdered order = t.unlock();
        if (order == null) {
            if (imei.getText().isEmpty()) {
                imei.setText(Optional.ofNullable(bench.people().kept(number).imei()).orElse(t.fact("imei")
                        .filter(i -> !i.equals(Imei.SEALED)).orElse("")));
            }
            Imei.grouped(imei.getText()).ifPresent(g -> card.getChildren().add(Ui.text(t("desktop.unlock.read-back", "imei", g), "title")));
            Stream.of(imei, carrier, country, reference, price, days, answerTo).map(Ui::named).forEach(card.getChildren()::add);
            card.getChildren().add(Ui.button("unlock-order", t("desktop.unlock.ordered"), "primary", this::order));
            if (!wrong.isEmpty()) {
                card.getChildren().add(Ui.notice("", wrong));
            }
            return card;
        }
        card.getChildren().addAll(Ui.text(Stream.of(order.carrier(), order.country(), order.model(), t("desktop.unlock.imei-is", "imei",
                Optional.ofNullable(bench.people().kept(number).imei()).orElse(order.imei())),
                order.reference() == null ? null : t("desktop.unlock.order-is", "reference", order.reference()), order.price(),
                order.answerTo() == null ? null
                : t("desktop.unlock.answer-is", "address", order.answerTo())).filter(Objects::nonNull).collect(Collectors.joining(", ")),
                "small"),
                Ui.text(t("desktop.unlock.due", "day", Ui.date(DAY, order.ordered()), "low", Ui.date(DAY, order.earliest()), "high",
                Ui.date(DAY, order.latest())), ""), due(t, order));
        FlowPane answers = Ui.chips(270);
        List.of(List.of("unlocked", t("desktop.unlock.unlocked")), List.of("refused", t("desktop.unlock.refused")),
                List.of("activated-host", t("desktop.unlock.by-computer")),
                List.of("activated-wifi", t("desktop.unlock.by-wifi")),
                List.of("signal", t("desktop.unlock.signal")), List.of("no-signal", t("desktop.unlock.no-signal")))
                .forEach(a -> answers.getChildren().add(Ui.button("unlock-" + a.getFirst(), a.getLast(), t.unlockAnswers()
                .contains(a.getFirst()) ? "chip chosen" : "chip",
                        () -> bench.commands().give(number, new Command.NoteUnlock(a.getFirst())))));
        Guide.find(Guide.UNLOCKED).orElseThrow().steps().forEach(s -> card.getChildren().add(Ui.text(s.title() + ". " + s.see(),
                "small muted")));
        card.getChildren().add(answers);
        return card;
    }

    private Node due(Ticket t, TicketEvent.UnlockOrdered order) {
        LocalDate today = bench.routes().today();
        return t.unlockAnswers().contains("signal") ? Ui.text(t("desktop.unlock.done"), "strong tide") : today.isAfter(order.latest())
                ? Ui.text(t("desktop.unlock.overdue"), "strong erases")
                : today.isBefore(order.earliest()) ? Ui.text(t("desktop.unlock.early"), "muted small")
                : Ui.text(t("desktop.unlock.any-day"), "strong hands");
    }

    private void order() {
        wrong = "";
        bench.commands().ask(number, new Command.OrderUnlock(imei.getText(), carrier.getText(), country.getText(), reference.getText(),
                price.getText(), answerTo.getText(), days.getText())).thenAccept(result -> {
            if (result instanceof Result.Refused(BadInput why)) {
                wrong = String.valueOf(why.getMessage());
                shell.again();
            }
        });
    }
}
