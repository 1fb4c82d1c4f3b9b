package wistaxis.desktop.view.restore;

import static wistaxis.core.words.Say.t;

import javafx.scene.layout.Pane;
import wistaxis.core.buttons.Mode;
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
            notices.getChildren().add(Ui.notice("", t("desktop.before.not-in", "mode", mode), t.unknownState() == null
                    ? t("desktop.before.not-in-how")
                    : t("desktop.before.unknown")));
            buttons.getChildren().add(Ui.button("back-to-keys", t("desktop.before.to-buttons"), "primary", () -> shell.showTicket(number,
                    Stage.KEYS)));
        }
        rules.stopped().ifPresent(stop -> notices.getChildren()
                .add(Ui.notice("stop", t("desktop.before.stop"), stop)));
        if (rules.needsConsent()) {
            notices.getChildren().add(Ui.notice("stop", t("desktop.before.no-consent"),
                    t("desktop.before.no-consent-how")));
            buttons.getChildren().add(Ui.button("ask-owner", t("desktop.before.ask"), "primary", () -> shell.showTicket(number,
                    Stage.ROUTE)));
        }
        if (!bench.routes().readiness(t).ready()) {
            notices.getChildren().add(readiness.node(t));
        }
    }
}
