package wistaxis.desktop.view.buttons;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Offer;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.coach.Verdict;
import wistaxis.core.facts.YesNo;
import wistaxis.core.route.Intake;
import wistaxis.core.steps.Guide;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.real.LookFor;
import wistaxis.desktop.view.real.UsbPane;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.desk.ButtonsDesk;
import wistaxis.workbench.life.Change;

/** The buttons of a ticket: the coach on the customer's device, for the goal that the route wants or any other. */
public final class ButtonsView implements View, CoachPane.Around {
    private final Window shell;
    private final Workbench bench;
    private final String number;
    private final ButtonsDesk buttons;
    private final CoachPane pane;
    private final LookFor lookFor;
    private boolean shown;

    public ButtonsView(Window shell, Workbench bench, String number) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        this.buttons = bench.desk(number).buttons();
        this.lookFor = new LookFor(bench, number);
        this.pane = new CoachPane(shell, bench, buttons::coaching, this);
    }

    @Override
    public Parent node() {
        return pane.node();
    }

    @Override
    public String onwards() {
        if (buttons.landed()) {
            return t("desktop.buttons.to-restore");
        }
        boolean done = buttons.coaching().verdict().filter(Verdict::success).isPresent();
        return done && !ticket().writesFirmware() && ticket().route() != null ? t("desktop.buttons.did-it-help") : "";
    }

    @Override
    public void goOn() {
        shell.showTicket(number);
    }

    private Ticket ticket() {
        return bench.ticket(number);
    }

    @Override
    public String status() {
        int n = ticket().buttonsTried();
        String attempts = n == 0 ? t("desktop.buttons.first-attempt") : t("desktop.buttons.attempts", "n", n);
        return buttons.coaching().isObserved() ? buttons.here().map(c -> t("desktop.buttons.here", "attempts", attempts, "n", c.landed(),
                "of", c
                .of(), "who", bench.practice().person())).orElse(attempts) : attempts;
    }

    @Override
    public List<Node> below() {
        List<Node> rows = new ArrayList<>();
        if (buttons.coaching().asking()) {
            if (bench.usb().of(number).isEmpty()) {
                rows.add(computers());
            }
        } else if (buttons.coaching().verdict().isEmpty()) {
            withoutButtons().ifPresent(rows::add);
            rows.add(CoachPane.goals(buttons.coaching().goal(), g -> buttons.coaching().choose(g)));
            if (buttons.coaching().goal() == Goal.POWER_OFF && ticket().says("opens", YesNo.YES)) {
                rows.add(Ui.text(SequenceLibrary.instead(Goal.POWER_OFF).says(), ""));
            }
            buttons.coaching().method().ifPresent(s -> s.cautions().forEach(w -> rows.add(Ui.text("! " + w, "hands"))));
        }
        return rows;
    }

    /** The way into recovery or out of it by the computer alone, where the device is real: first where a button is broken. */
    private Optional<Node> withoutButtons() {
        String way = buttons.coaching().goal() == Goal.RECOVERY ? Guide.INTO_RECOVERY
                : buttons.coaching().goal() == Goal.LEAVE_RECOVERY ? Guide.OUT_OF_RECOVERY : "";
        boolean broken = ticket().fact("brokenKeys").filter(b -> !b.equals("none") && !b.equals(Intake.NOT_KNOWN)).isPresent();
        return Guide.find(way).filter(_ -> buttons.coaching().isObserved()).map(guide -> {
            if (!broken && !shown) {
                return Ui.row(8, Ui.button("without-buttons", guide.title().toString(), "quiet small", () -> {
                    shown = true;
                    pane.refresh();
                }));
            }
            VBox card = Ui.card(Ui.label(guide.title(), "strong"));
            for (int i = 0; i < guide.steps().size(); i++) {
                Guide.Page page = guide.steps().get(i);
                card.getChildren().add(Ui.text((i + 1) + ". " + page.title() + ". " + page.see(), ""));
            }
            return card;
        });
    }

    /** A real device is not drawn: what to look for stands there, and what the computer has of it. */
    @Override
    public Optional<Node> beside() {
        return buttons.coaching().isObserved() ? Optional.of(lookFor) : Optional.empty();
    }

    /** Of a real device no more than what was seen. */
    @Override
    public Optional<ScoreDrawing.Facts> facts() {
        if (!buttons.coaching().isObserved()) {
            return Optional.empty();
        }
        Observed seen = ticket().observed();
        boolean here = bench.usb().of(number).isPresent();
        String computer = bench.usb().of(number).map(d -> d.mode().words().toString()).orElseGet(() -> seen.computer() == null
                ? t("desktop.buttons.not-known")
                : told(Text.of("core.computer." + seen.computer().what()), seen.computer().source()));
        return Optional.of(new ScoreDrawing.Facts(here ? t("desktop.coach.plugged") : t("desktop.buttons.not-known"),
                seen.screen() == null ? t("desktop.buttons.not-known")
                : told(Text.of("core.screen." + seen.screen().what()), "told"), computer, false));
    }

    private static String told(Text what, String source) {
        return t(source.equals("usb") ? "desktop.buttons.by-usb" : "desktop.buttons.you-said", "what", what);
    }

    @Override
    public boolean asks() {
        return true;
    }

    @Override
    public boolean hidesScore() {
        return ticket().says("trustedComputer", YesNo.YES) && withoutButtons().isPresent();
    }

    @Override
    public List<Button> more() {
        return List.of();
    }

    @Override
    public boolean follows(Change change) {
        return TicketPage.follows(change, number);
    }

    /** Where USB does not tell, the technician does: first what the computer offers, then what is on the screen. */
    private FlowPane computers() {
        FlowPane row = Ui.chips(820);
        row.getChildren().add(Ui.label(t("desktop.buttons.computer"), "strong"));
        for (Offer offer : Offer.values()) {
            row.getChildren().add(Ui.button("offer-" + offer, offer.words(), buttons.coaching().offerTold() == offer ? "chip chosen"
                    : "chip",
                    () -> buttons.coaching().offerTold(offer)));
        }
        buttons.coaching().offerTold().hint().ifPresent(h -> row.getChildren().add(Ui.text(h, "small strong")));
        return row;
    }

    @Override
    public void refresh() {
        lookFor.refresh(buttons.coaching().goal());
        pane.refresh();
    }

    @Override
    public void tick() {
        pane.tick();
    }

    @Override
    public String firstFocus() {
        return "keys-start";
    }

    @Override
    public String wants() {
        return pane.wants();
    }

    @Override
    public String manual() {
        return "buttons";
    }

    @Override
    public String next() {
        if (buttons.landed()) {
            return buttons.coaching().goal() == Goal.DFU ? t("desktop.buttons.next-dfu")
                    : t("desktop.buttons.next-recovery", "minutes", bench.routes().recoveryTimeout(bench.ticket(number)).toMinutes());
        }
        if (buttons.coaching().asking()) {
            return t("desktop.buttons.next-say");
        }
        return buttons.coaching().run().isPresent() ? t("desktop.drill.hands") : t("desktop.buttons.next-hands");
    }

    @Override
    public void leave() {
        pane.leave();
    }
}
