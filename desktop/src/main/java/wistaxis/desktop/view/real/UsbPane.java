package wistaxis.desktop.view.real;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.usb.UsbDevice;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.usb.ComputerUsb;

/** What USB has of a ticket's device now; where it has none yet, which one might be meant. */
public final class UsbPane extends VBox {
    private final Workbench bench;
    private final String number;

    public UsbPane(Workbench bench, String number) {
        super(8);
        this.bench = bench;
        this.number = number;
        setId("usb-pane");
    }

    private ComputerUsb usb() {
        return bench.usb();
    }

    public void refresh() {
        Ticket t = bench.ticket(number);
        getChildren().setAll(Ui.label(t("desktop.usb.title"), "small muted"));
        Optional<UsbDevice> here = usb().of(number);
        if (here.isPresent()) {
            of(here.get());
        } else if (!usb().watches()) {
            told(t);
        } else if (t.observed().bound() != null) {
            getChildren().addAll(Ui.label(t("desktop.usb.nothing"), "usb-mode"), Ui.text(t("desktop.usb.not-here"), ""),
                    source(), release());
        } else {
            getChildren().addAll(Ui.label(t("desktop.usb.not-this"), "usb-mode"), source());
        }
        usb().flapping(number).ifPresent(w -> getChildren().add(Ui.notice("", w)));
        if (here.isEmpty() && usb().watches()) {
            offers();
        }
    }

    private void of(UsbDevice device) {
        getChildren().addAll(Ui.label(words(device.mode()), "usb-mode" + (device.mode() == ComputerSees.NORMAL ? "" : " tide")),
                Ui.text(device.serial().isEmpty() ? t("desktop.usb.no-serial") : bench.people().clear(device).words().says(),
                "code small"),
                Ui.text(t("desktop.usb.at", "port", device.port(), "source", usb().source()), "small muted"), release());
        usb().kind(device, number).ifPresent(s -> getChildren().add(Ui.text(t("desktop.usb.chip", "model",
                s.says(bench.devices() .byIdentifier(s.identifier()).map(m -> m.name()).orElse(s.identifier()))), "small")));
        usb().contradiction(bench.ticket(number)).ifPresent(why -> getChildren().add(Ui.notice("stop", why)));
    }

    private void told(Ticket t) {
        getChildren().addAll(Ui.label(t.observed().computer() == null ? t("desktop.usb.not-known")
                : t("desktop.usb.told", "what", words(ComputerSees.valueOf(t.observed().computer().what()
                        .toUpperCase(java.util.Locale.ROOT)))),
                "usb-mode"),
                Ui.text(t("desktop.usb.trouble", "why", usb().problem()), "small muted"));
    }

    private Node source() {
        int others = usb().devices().size();
        return Ui.text(t("desktop.usb.devices", "n", others, "source", usb().source()), "small muted");
    }

    private Button release() {
        return Ui.button("usb-release", t("desktop.usb.not-mine"), "quiet small", () -> usb().release(number));
    }

    private void offers() {
        List<UsbDevice> offers = usb().offers(number);
        for (int i = 0; i < offers.size(); i++) {
            UsbDevice device = offers.get(i);
            VBox card = Ui.card(Ui.text(t("desktop.usb.offer", "what", words(device.mode()), "port", device.port()), "strong"),
                    Ui.text(device.serial().isEmpty() ? t("desktop.usb.offer-no-serial") : bench.people().clear(device).words().says(),
                    "code small"));
            usb().kind(device, number).ifPresent(s -> card.getChildren().add(Ui.text(s.says(bench.devices().byIdentifier(s.identifier())
                    .map(m -> m.name()).orElse(s.identifier())), "small")));
            card.getChildren().add(Ui.button("usb-bind-" + i, t("desktop.usb.this-one"), "primary", () -> usb().bind(number, device)));
            getChildren().add(card);
        }
    }

    /** A state of the computer in words. */
    public static String words(ComputerSees mode) {
        return switch (mode) {
            case NOTHING -> t("desktop.usb.nothing");
            case NORMAL -> t("desktop.usb.up");
            case RECOVERY -> t("desktop.usb.recovery");
            case DFU -> "DFU";
        };
    }
}
