package wistaxis.desktop.view.real;

import static wistaxis.core.words.Say.t;

import javafx.scene.layout.VBox;
import wistaxis.core.buttons.Goal;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/** In place of a drawn phone, on a real ticket: what to look for, and what the computer has. */
public final class LookFor extends VBox {
    private static final double WIDTH = 290;

    private final UsbPane usb;
    private final VBox words = new VBox(4);

    public LookFor(Workbench bench, String number) {
        super(10);
        this.usb = new UsbPane(bench, number);
        setPrefWidth(WIDTH);
        setMinWidth(WIDTH);
        setMaxWidth(WIDTH);
        getChildren().addAll(words, usb);
        setId("look-for");
    }

    public void refresh(Goal goal) {
        words.getChildren().setAll(Ui.label(t("desktop.look-for.title"), "small muted"), Ui.text(what(goal), "look-for"),
                Ui.text(computer(goal), ""));
        usb.refresh();
    }

    private static String what(Goal goal) {
        return switch (goal) {
            case RECOVERY -> t("desktop.look-for.cable");
            case DFU -> t("desktop.look-for.black");
            case POWER_OFF -> t("desktop.look-for.slider");
            case POWER_ON -> t("desktop.look-for.logo");
            case FORCE_RESTART, LEAVE_RECOVERY, LEAVE_DFU -> t("desktop.look-for.black-logo");
        };
    }

    private static String computer(Goal goal) {
        return switch (goal) {
            case RECOVERY -> t("desktop.look-for.recovery");
            case DFU -> t("desktop.look-for.dfu");
            case POWER_OFF -> t("desktop.look-for.gone");
            case POWER_ON, FORCE_RESTART, LEAVE_RECOVERY, LEAVE_DFU -> t("desktop.look-for.let-go");
        };
    }
}
