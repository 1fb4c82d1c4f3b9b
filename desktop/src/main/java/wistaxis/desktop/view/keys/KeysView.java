package wistaxis.desktop.view.keys;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.layout.FlowPane;
import wistaxis.core.coach.Verdict;
import wistaxis.core.facts.YesNo;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.HostView;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.real.LookFor;
import wistaxis.desktop.view.real.UsbPane;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.desk.KeysDesk;
import wistaxis.workbench.life.Change;

/** The keys of a ticket: the coach on the customer's device, for the goal that the route wants or any other. */
public final class KeysView implements View, CoachPane.Around {
    private final Window shell;
    private final Workbench bench;
    private final String number;
    private final KeysDesk keys;
    private final CoachPane pane;
    private final LookFor lookFor;

    public KeysView(Window shell, Workbench bench, String number) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        this.keys = bench.desk(number).keys();
        this.lookFor = new LookFor(bench, number);
        this.pane = new CoachPane(shell, bench, keys::coaching, this);
    }

    @Override
    public Parent node() {
        return pane.node();
    }

    @Override
    public String onwards() {
        if (keys.landed()) {
            return "On to the restore";
        }
        boolean done = keys.coaching().verdict().filter(Verdict::success).isPresent();
        return done && !ticket().writesFirmware() && ticket().route() != null ? "Did it help?" : "";
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
        int n = ticket().keysTried();
        String here = keys.coaching().isObserved() ? keys.here().map(c -> "; this school landed " + c.landed() + " of " + c.of()
                + " here, by "
                + bench.practice().person()).orElse("") + keys.inHand()
                .map(h -> String.format(Locale.ROOT, "; in a hand %.0f-%.0f %%", 100 * h.low(),
                100 * h.high())).orElse("")
                + "; margins are the model's" : "";
        return (n == 0 ? "no attempt yet; several are normal" : n + (n == 1 ? " attempt" : " attempts") + "; several are normal") + here;
    }

    @Override
    public List<Node> below() {
        List<Node> rows = new ArrayList<>();
        if (keys.coaching().asking()) {
            if (bench.usb().of(number).isEmpty()) {
                rows.add(hosts());
            }
        } else if (keys.coaching().verdict().isEmpty()) {
            rows.add(CoachPane.goals(keys.coaching().goal(), g -> keys.coaching().choose(g)));
            if (keys.coaching().goal() == Goal.POWER_OFF && ticket().says("opens", YesNo.YES)) {
                rows.add(Ui.text(SequenceLibrary.instead(Goal.POWER_OFF).says(), ""));
            }
            keys.coaching().school().ifPresent(s -> s.cautions().forEach(w -> rows.add(Ui.text("! " + w, "hands"))));
        }
        return rows;
    }

    /** A real device is not drawn: what to look for stands there, and what the host has of it. */
    @Override
    public Optional<Node> beside() {
        return keys.coaching().isObserved() ? Optional.of(lookFor) : Optional.empty();
    }

    /** Of a real device no more than what was seen. */
    @Override
    public Optional<ScoreDrawing.Facts> facts() {
        if (!keys.coaching().isObserved()) {
            return Optional.empty();
        }
        Observed seen = ticket().observed();
        boolean here = bench.usb().of(number).isPresent();
        String host = bench.usb().of(number).map(d -> d.mode().words()).orElseGet(() -> seen.host() == null ? "not known"
                : seen.host().what() + " (" + seen.host().source() + ")");
        return Optional.of(new ScoreDrawing.Facts(here ? "plugged in" : "not known", seen.screen() == null ? "not known"
                : seen.screen().what().replace('-', ' ') + " (told)", host, false));
    }

    @Override
    public boolean asks() {
        return true;
    }

    @Override
    public boolean hidesScore() {
        return false;
    }

    @Override
    public List<Button> more() {
        return List.of();
    }

    @Override
    public boolean follows(Change change) {
        return TicketPage.follows(change, number);
    }

    /** Where USB does not tell, the technician does: first what the host has, then what is on the screen. */
    private FlowPane hosts() {
        FlowPane row = Ui.chips(820);
        row.getChildren().add(Ui.label("And the host has?", "strong"));
        for (HostView has : HostView.values()) {
            row.getChildren().add(Ui.button("host-" + has, UsbPane.words(has), keys.coaching().hostTold() == has ? "chip chosen" : "chip",
                    () -> keys.coaching().hostTold(has)));
        }
        return row;
    }

    @Override
    public void refresh() {
        lookFor.refresh(keys.coaching().goal());
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
    public String next() {
        if (keys.landed()) {
            return keys.coaching().goal() == Goal.DFU ? "In DFU. Next: the restore. Hands: now."
                    : "In recovery, for " + bench.routes().modeWindow(bench.ticket(number)).toMinutes()
                    + " min as this shop sets it. Next: the "
                    + "restore. Hands: now.";
        }
        if (keys.coaching().asking()) {
            return "Say what the host has and what is on the screen. Hands: now.";
        }
        return keys.coaching().run().isPresent() ? "Both hands on the device." : "Hands: now, for about half a minute an attempt.";
    }

    @Override
    public void leave() {
        pane.leave();
    }
}
