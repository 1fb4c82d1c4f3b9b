package wistaxis.desktop.view;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.route.Route;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.desktop.app.Workbench;
import wistaxis.desktop.look.Ui;

/** The ladder, least destructive first: what each rung keeps or erases, minutes, reasons; consent is asked for once. */
final class RouteView extends TicketPage {
    private final VBox ladder = new VBox(8);
    private final TextField who = Ui.field("consent-who", "who agrees, for example the owner's name", 120);
    private final TextField told = Ui.field("consent-told", "what was said about the backup", 300);
    private String asking = "";

    RouteView(Workbench bench, String number) {
        super(bench, number);
        root.getChildren().addAll(Ui.label("The gentlest step that can help", "large"), Ui.scroll(ladder));
    }

    @Override
    public void refresh() {
        Ticket t = ticket();
        ladder.getChildren().clear();
        if (t.fact("trouble").isEmpty()) {
            ladder.getChildren().add(Ui.notice("", "The trouble is not known yet.", "Go back to the intake and ask what is wrong."));
            return;
        }
        Route route = bench.routes().plan(RoutePlanner.factsOf(t));
        if (route.stop() != null) {
            ladder.getChildren().add(Ui.notice("stop", "Stop: nothing may be done on this device.", route.stop()));
        }
        route.rungs().forEach(r -> ladder.getChildren().add(rung(t, r, route)));
    }

    private VBox rung(Ticket t, Route.Rung rung, Route route) {
        var step = rung.step();
        boolean taken = step.id().equals(t.route());
        HBox head = Ui.row(12, keeps(step.keeps()), Ui.label(step.title(), "title"),
                Ui.label(step.minutes().getFirst() + " to " + step.minutes().getLast() + " min", "muted"), Ui.gap());
        boolean open = rung.status() == Route.Status.READY || rung.status() == Route.Status.NEEDS_CONSENT;
        if (taken) {
            head.getChildren().add(Ui.label("taken", "tag simulated"));
        } else if (open && !asking.equals(step.id())) {
            head.getChildren().add(Ui.button("rung-" + step.id(), "Take this step", firstOpen(route).filter(rung::equals).isPresent() ? "primary" : "", () -> take(rung)));
        } else if (!open) {
            head.getChildren().add(Ui.label(rung.status() == Route.Status.REFUSED ? "cannot help here" : "not yet", "tag missing"));
        }
        VBox card = Ui.card(head);
        List<String> reasons = rung.reasons().stream().filter(r -> !r.equals(route.stop())).toList();
        if (open || taken) {
            card.getChildren().add(Ui.text(step.says(), ""));
            reasons.forEach(r -> card.getChildren().add(Ui.text("\u2013 " + r, "small")));
            rung.cautions().forEach(c -> card.getChildren().add(Ui.text("! " + c, "small hands")));
            card.getChildren().add(Ui.text("Needs: " + String.join("; ", step.needs()), "small muted"));
        } else if (!reasons.isEmpty()) {
            card.getChildren().add(Ui.text(String.join("  ", reasons), "small strong"));
        }
        if (asking.equals(step.id())) {
            card.getChildren().add(consent(step.id()));
        }
        return Ui.style(card, taken || asking.equals(step.id()) ? "open" : open ? "" : "tight gone");
    }

    private static Label keeps(boolean keeps) {
        Label tag = Ui.label(keeps ? "KEEPS DATA" : "ERASES ALL", keeps ? "tag keeps" : "tag erases");
        tag.setMinWidth(98);
        return tag;
    }

    private static Optional<Route.Rung> firstOpen(Route route) {
        return route.rungs().stream().filter(r -> r.status() == Route.Status.READY || r.status() == Route.Status.NEEDS_CONSENT).findFirst();
    }

    private void take(Route.Rung rung) {
        if (rung.status() == Route.Status.NEEDS_CONSENT) {
            asking = rung.step().id();
            told.setText(told.getText().isBlank() ? toldAbout(ticket()) : told.getText());
            refresh();
            who.requestFocus();
            return;
        }
        bench.record(number, new TicketEvent.RouteChosen(rung.step().id()));
    }

    private static String toldAbout(Ticket t) {
        Map<String, String> said = Map.of("cloud", "there is a cloud backup; what is newer than it is lost", "computer", "there is a computer backup; what is newer than it is lost",
                "none", "there is no backup; everything is lost");
        return said.getOrDefault(t.fact("backup").orElse(""), "nobody knows of a backup; everything may be lost");
    }

    private VBox consent(String step) {
        VBox box = Ui.notice("stop", "This erases everything on the phone. Does the owner agree?",
                "Say it in these words. The account lock stays: set-up will ask for the owner account.");
        HBox.setHgrow(told, Priority.ALWAYS);
        who.setPrefWidth(300);
        var agree = Ui.button("consent-yes", "The owner agrees", "danger", () -> answer(step, true));
        agree.disableProperty().bind(Bindings.createBooleanBinding(() -> who.getText().isBlank(), who.textProperty()));
        box.getChildren().addAll(Ui.row(8, Ui.label("Who", "strong"), who, Ui.label("Told about the backup", "strong"), told),
                Ui.row(8, agree, Ui.button("consent-no", "The owner does not agree", "", () -> answer(step, false)),
                        Ui.label("Recorded in the ledger with the time, once for this ticket.", "small muted")));
        who.setOnAction(_ -> agree.fire());
        return box;
    }

    private void answer(String step, boolean given) {
        asking = "";
        String name = who.getText().isBlank() ? "owner, not named" : who.getText().strip();
        bench.record(number, new TicketEvent.ConsentAsked(step, given, name, told.getText().strip()));
        if (given) {
            bench.record(number, new TicketEvent.RouteChosen(step));
        }
    }

    @Override
    public String next() {
        Ticket t = ticket();
        return t.route() == null ? "Choose a rung. What erases asks for the owner's consent once. Hands: now."
                : "Route: " + bench.routes().step(Objects.requireNonNull(t.route())).title().toLowerCase(Locale.ROOT) + ". Next: " + t.stage().words() + ".";
    }
}
