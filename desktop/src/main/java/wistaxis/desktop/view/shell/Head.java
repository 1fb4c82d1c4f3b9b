package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.beans.value.ObservableNumberValue;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import wistaxis.core.facts.Units;
import wistaxis.core.time.Range;
import wistaxis.desktop.look.Still;
import wistaxis.desktop.look.Theme;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.bench.BenchView;
import wistaxis.desktop.view.drill.DrillView;
import wistaxis.desktop.view.figures.FiguresView;
import wistaxis.desktop.view.firmware.FirmwareFilesView;
import wistaxis.desktop.view.ledger.CustomersView;
import wistaxis.desktop.view.ledger.LedgerView;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.settings.SettingsView;
import wistaxis.workbench.Workbench;

/** The head of the window: the bench's name, the ways to its pages, who is at work, the line, the pace of time, the look and the clock. */
final class Head extends HBox {
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss", Locale.ROOT).withZone(ZoneId.systemDefault());

    /** What the clock and the edges of the head take of its width. */
    private static final double BESIDE = 142;

    private final Workbench bench;
    private final Label clock = Ui.label("", "clock");
    private final Label line = Ui.label("", "small muted");
    private final Label name = Ui.label("", "bench-name");
    private final Label usb = Ui.label("", "tag");
    private final HBox pace = Ui.row(4);
    private long second = Long.MIN_VALUE;
    private final Button atWork;
    private final Button dark;
    private final Button toBench;
    private final Button toFirmwareFolder;
    private final Button toLedger;
    private final Button toFigures;
    private final Button toCustomers;
    private final Button toDrill;
    private final Button toSettings;

    Head(Workbench bench, Shell shell, ObservableNumberValue width) {
        super(8);
        this.bench = bench;
        this.dark = Key.LIGHT.on(Ui.button("theme", t("desktop.head.dark"), "quiet", shell::otherTheme));
        this.toBench = Key.BENCH.on(Ui.button("nav-bench", t("desktop.head.bench"), "quiet", shell::showBench));
        this.toFirmwareFolder = Key.FILES.on(Ui.button("nav-firmware-files", t("desktop.head.firmware"), "quiet",
                shell::showFirmwareFiles));
        this.toLedger = Key.LEDGER.on(Ui.button("nav-ledger", t("desktop.head.ledger"), "quiet", shell::showLedger));
        this.toFigures = Key.FIGURES.on(Ui.button("nav-figures", t("desktop.head.figures"), "quiet", shell::showFigures));
        this.toCustomers = Key.CUSTOMERS.on(Ui.button("nav-customers", t("desktop.head.customers"), "quiet", shell::showCustomers));
        this.toDrill = Key.PRACTICE.on(Ui.button("nav-drill", t("desktop.head.practice"), "quiet", shell::showDrill));
        this.toSettings = Key.SETTINGS.on(Ui.button("nav-settings", t("desktop.head.settings"), "quiet", shell::showSettings));
        this.atWork = Key.TECHNICIAN.on(Ui.button("at-work", "", "chip chosen", bench.staff()::next));
        Button help = Key.HELP.on(Ui.button("help", "?", "quiet", () -> shell.help(HelpPane.Part.PAGE)));
        help.setAccessibleText(t("desktop.help.button"));
        Button smaller = Key.SMALLER.on(Ui.button("text-smaller", "A\u2212", "quiet", () -> shell.scale(-0.1)));
        smaller.setAccessibleText(Key.SMALLER.words());
        Button larger = Key.LARGER.on(Ui.button("text-larger", "A+", "quiet", () -> shell.scale(0.1)));
        larger.setAccessibleText(Key.LARGER.words());
        HBox marks = Ui.row(8, atWork, whole(line), whole(bench.world().simulated() ? Ui.label(t("desktop.head.simulated"),
                "tag simulated") : usb),
                pace, dark, smaller, larger, help);
        FlowPane folds = Ui.flow(8, whole(name), toBench, toFirmwareFolder, toLedger, toFigures, toCustomers, toDrill, toSettings,
                Key.NEW_TICKET.on(Ui.button("new-ticket", t("desktop.head.new"), "", shell::newTicket)), marks);
        folds.prefWrapLengthProperty().bind(javafx.beans.binding.Bindings.subtract(width, BESIDE));
        clock.setId("clock");
        setAlignment(javafx.geometry.Pos.CENTER_LEFT);
        getChildren().addAll(folds, new Still(clock, "00:00:00"));
        Ui.style(this, "head");
    }

    /** A label that is never cut. */
    private static Label whole(Label label) {
        label.setMinWidth(USE_PREF_SIZE);
        return label;
    }

    void time(Instant now) {
        if (now.getEpochSecond() != second) {
            second = now.getEpochSecond();
            clock.setText(CLOCK.format(now));
        }
    }

    void look(Theme theme) {
        dark.setText(theme == Theme.LIGHT ? t("desktop.head.dark") : t("desktop.head.light"));
    }

    /** Looks at the bench anew. @param view the page that is shown */
    void refresh(View view) {
        List.of(toBench, toFirmwareFolder, toLedger, toFigures, toCustomers, toDrill, toSettings).forEach(b -> b.getStyleClass()
                .remove("here"));
        Optional.ofNullable(switch (view) {
            case BenchView _ -> toBench;
            case FirmwareFilesView _ -> toFirmwareFolder;
            case LedgerView _ -> toLedger;
            case FiguresView _ -> toFigures;
            case CustomersView _ -> toCustomers;
            case DrillView _ -> toDrill;
            case SettingsView _ -> toSettings;
            default -> null;
        }).ifPresent(b -> b.getStyleClass().add("here"));
        if (bench.world().simulated()) {
            pace.getChildren().setAll(paceButton(1), paceButton(10), paceButton(60));
        } else {
            int there = bench.usb().devices().size();
            usb.setText(!bench.usb().watches() ? t("desktop.head.usb-not") : t("desktop.head.usb", "n", there));
        }
        atWork.setText(bench.staff().atWork().orElse(""));
        atWork.setVisible(!atWork.getText().isEmpty());
        atWork.setManaged(atWork.isVisible());
        atWork.setAccessibleText(t("desktop.head.technician", "who", atWork.getText()));
        Range rate = bench.stock().history().rate();
        name.setText(bench.benchName());
        line.setText(rate.measured() ? t("desktop.head.speed", "rate", Units.rateInWords(rate.mid())) : t("desktop.head.no-speed"));
    }

    private Button paceButton(int rate) {
        Button button = Ui.button("pace-" + rate, "\u00d7" + rate, bench.time().rate() == rate ? "chip chosen" : "chip",
                () -> bench.setRate(rate));
        button.setDisable(rate > 1 && bench.buttonsRun());
        button.setAccessibleText(t("desktop.head.pace", "rate", rate));
        return button;
    }
}
