package wistaxis.desktop.view.real;

import javafx.scene.layout.VBox;
import wistaxis.core.keys.Goal;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/** In place of a drawn phone, on a real ticket: what to look for, and what the host has. */
public final class LookFor extends VBox {
    private static final double WIDTH = 290;

    private final UsbPane usb;
    private final VBox words = new VBox(4);

    public LookFor(Workbench bench, String number) {
        super(18);
        this.usb = new UsbPane(bench, number);
        setPrefWidth(WIDTH);
        setMinWidth(WIDTH);
        setMaxWidth(WIDTH);
        getChildren().addAll(words, usb);
        setId("look-for");
    }

    public void refresh(Goal goal) {
        words.getChildren().setAll(Ui.label("Look for", "small muted"), Ui.text(what(goal), "look-for"), Ui.text(host(goal), ""));
        usb.refresh();
    }

    private static String what(Goal goal) {
        return switch (goal) {
            case RECOVERY -> "The cable screen";
            case DFU -> "Black, and black it stays";
            case POWER_OFF -> "The slider, then black";
            case POWER_ON -> "The boot logo";
            case FORCE_RESTART, LEAVE_RECOVERY, LEAVE_DFU -> "Black, then the boot logo";
        };
    }

    private static String host(Goal goal) {
        return switch (goal) {
            case RECOVERY -> "The host then offers to update or to restore. The boot logo comes first: hold on through it.";
            case DFU -> "Only the host shows it: it offers to restore, and nothing else.";
            case POWER_OFF -> "The host has nothing any more.";
            case POWER_ON, FORCE_RESTART, LEAVE_RECOVERY, LEAVE_DFU -> "Let go when the logo is there.";
        };
    }
}
