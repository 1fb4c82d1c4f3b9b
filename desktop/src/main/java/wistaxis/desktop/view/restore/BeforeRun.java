package wistaxis.desktop.view.restore;

import javafx.scene.layout.Pane;
import wistaxis.core.keys.Mode;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Rules;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.route.ReadinessCard;
import wistaxis.workbench.Workbench;

/** What stands in the way of a run that has not begun, and where that is settled: the same whoever writes. */
public final class BeforeRun {
    private final Window shell;
    private final Workbench bench;
    private final String number;
    private final ReadinessCard readiness;

    public BeforeRun(Window shell, Workbench bench, String number) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        this.readiness = new ReadinessCard(bench, number);
    }

    /** Says it, with a button for each thing that is settled elsewhere. */
    public void say(Pane notices, Pane buttons) {
        Ticket t = bench.ticket(number);
        Rules rules = bench.routes().rules(t);
        if (!rules.inItsMode()) {
            String mode = rules.wantedMode().filter(Mode.DFU::equals).isPresent() ? "DFU" : "recovery";
            notices.getChildren().add(Ui.notice("", "The device is not in " + mode + ".", t.unknownState() == null
                    ? "Put it into its mode first; the host cannot write to it as it is."
                    : "It was being written to when that ended; its state is not known. Put it into its mode again, then start anew."));
            buttons.getChildren().add(Ui.button("back-to-keys", "Back to the keys", "primary", () -> shell.showTicket(number, Stage.KEYS)));
        }
        rules.stopped().ifPresent(stop -> notices.getChildren()
                .add(Ui.notice("stop", "Stop: nothing may be done on this device.", stop)));
        if (rules.needsConsent()) {
            notices.getChildren().add(Ui.notice("stop", "The owner has not agreed to what would be lost now.",
                    "Ask in Route; without consent nothing is erased."));
            buttons.getChildren().add(Ui.button("ask-owner", "Ask the owner", "primary", () -> shell.showTicket(number, Stage.ROUTE)));
        }
        if (!bench.routes().readiness(t).ready()) {
            notices.getChildren().add(readiness.node(t));
        }
    }
}
