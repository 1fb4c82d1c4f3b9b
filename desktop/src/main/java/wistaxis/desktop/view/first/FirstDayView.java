package wistaxis.desktop.view.first;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.Units;
import wistaxis.core.time.Range;
import wistaxis.core.usb.UsbDevice;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.print.Printers;
import wistaxis.desktop.view.document.PrinterChoice;
import wistaxis.desktop.view.page.FirstDay;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.settings.SettingCards;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Change;

/** A new bench is set up, page by page; each can be left out, and is found again in the settings. */
public final class FirstDayView implements View {
    private static final double BITS = 8e-6;

    private final Window shell;
    private final Workbench bench;
    private final SettingCards cards;
    private final VBox list = new VBox(4);
    private final VBox content = new VBox(14);
    private final HBox root = Ui.style(new HBox(24), "page");
    private final ScrollPane scroll = Ui.scroll(content);
    private final Label heard = Ui.text("", "strong");
    private @Nullable BackupCard backup;
    private FirstDay step;
    private Tried tried;

    public FirstDayView(Window shell, Workbench bench, FirstDay step) {
        this.shell = shell;
        this.bench = bench;
        this.step = step;
        this.cards = new SettingCards(shell, bench);
        list.setMinWidth(Region.USE_PREF_SIZE);
        list.setPrefWidth(Region.USE_COMPUTED_SIZE);
        heard.setId("heard");
        VBox right = new VBox(14, scroll, ways());
        HBox.setHgrow(right, Priority.ALWAYS);
        root.getChildren().addAll(list, right);
        open(step);
    }

    private HBox ways() {
        return Ui.row(8, Ui.button("first-back", t("desktop.first.back"), "", () -> go(-1)), Ui.button("first-next",
                t("desktop.first.next"),
                "primary", () -> go(1)), Ui.gap(), Ui.button("first-leave", t("desktop.first.leave"), "quiet", shell::showBench));
    }

    private void go(int by) {
        int to = step.ordinal() + by;
        if (to >= FirstDay.values().length) {
            shell.showBench();
        } else if (to >= 0) {
            open(FirstDay.values()[to]);
        }
    }

    private void open(FirstDay to) {
        step = to;
        backup = null;
        tried = new Tried(shell, bench, () -> scroll.setVvalue(1));
        list.getChildren().setAll(Ui.text(t("desktop.first.title"), "title"));
        for (FirstDay each : FirstDay.values()) {
            Button row = Ui.button("first-" + each, (each.ordinal() + 1) + "  " + each.title(), each == step ? "chip chosen" : "chip",
                    () -> open(each));
            row.setMaxWidth(Double.MAX_VALUE);
            row.setAlignment(Pos.CENTER_LEFT);
            list.getChildren().add(row);
        }
        content.getChildren().setAll(Ui.text(step.title(), "large"), Ui.text(t("desktop.first." + step + "-how"), "muted"));
        content.getChildren().addAll(made());
        content.getChildren().add(tried);
    }

    private List<Node> made() {
        return switch (step) {
            case LANGUAGE -> List.of(cards.languages());
            case WORLD -> worlds();
            case SHOP -> List.of(SettingCards.pairs(cards.profile(this::letterhead)), Ui.flow(8, Ui.button("first-logo",
                    t("desktop.first.logo"), "", this::logo), Ui.button("first-letterhead", t("desktop.first.letterhead"), "primary",
                            this::letterhead)));
            case PEOPLE -> List.of(cards.worksHere(), cards.atWork(), cards.holidays());
            case LINE -> List.of(cards.line(), Ui.flow(8, Ui.button("first-measure", t("desktop.first.measure"), "", this::measure)),
                    Ui.text(measured(), ""));
            case USB -> List.of(usb());
            case SOUND -> sound();
            case PRINTER -> List.of(printer(Printers.Media.PAGES, "first-page", t("desktop.first.a4-page")), cards.labels(() -> page(
                    Printers.Media.LABELS)), printer(Printers.Media.LABELS, "first-label", t("desktop.first.label-page")));
            case BACKUP -> {
                BackupCard card = new BackupCard(shell, bench);
                backup = card;
                yield List.of(card);
            }
            case FIRMWARE -> firmware();
        };
    }

    private List<Node> worlds() {
        boolean practice = bench.world().simulated();
        return List.of(world("real", !practice), world("practice", practice), Ui.flow(8, Ui.button(
                "first-led", t("desktop.first.led"), "primary", shell::showLedTicket)));
    }

    private static VBox world(String name, boolean here) {
        VBox card = Ui.card(Ui.text(t("desktop.first.world-" + name), "strong"), Ui.text(t("desktop.first.world-" + name + "-how"), ""));
        card.getChildren().add(here ? Ui.label(t("desktop.first.world-here"), "tag") : Ui.text(t("desktop.first.world-" + name + "-open"),
                "small muted"));
        return card;
    }

    private String measured() {
        Range rate = bench.stock().history().rate();
        return bench.stock().history().isMeasured() ? t("desktop.first.line-measured", "low", Math.round(rate.low() * BITS), "mid",
                Math.round(rate.mid() * BITS), "high", Math.round(rate.high() * BITS)) : t("desktop.first.line-not-measured", "low",
                Math.round(rate.low() * BITS), "high", Math.round(rate.high() * BITS));
    }

    private void measure() {
        Tried here = tried;
        here.says(t("desktop.first.measuring"));
        bench.stock().measureLine().thenAccept(rate -> {
            double mbit = Math.round(rate * BITS * 10) / 10.0;
            bench.routes().line(String.valueOf(mbit));
            if (here == tried) {
                open(FirstDay.LINE);
                tried.says(t("desktop.first.line-now", "mbit", mbit));
            }
        }).exceptionally(e -> {
            here.fails(e);
            return null;
        });
    }

    private VBox usb() {
        List<UsbDevice> devices = bench.usb().devices();
        if (!bench.usb().watches()) {
            return Ui.notice("calm", t("desktop.first.usb-not"), t("desktop.first.usb-not-how", "why", bench.usb().problem()));
        }
        VBox card = Ui.card(Ui.text(devices.isEmpty() ? t("desktop.first.usb-nothing") : t("desktop.first.usb-sees", "n", devices.size()),
                "strong"));
        devices.forEach(d -> card.getChildren().add(Ui.text(t("desktop.first.usb-device", "mode", d.mode().words(), "port", d.port()),
                "")));
        return card;
    }

    private List<Node> sound() {
        VBox tones = Ui.card(Ui.text(t("desktop.first.tones"), "strong"), Ui.text(t(shell.speaker().sounds() ? "desktop.first.tones-how"
                : "desktop.first.no-sound"), "small muted"));
        if (shell.speaker().sounds()) {
            tones.getChildren().add(Ui.flow(8, Ui.button("first-ring", t("desktop.first.ring"), "", shell.speaker()::ring)));
        }
        TextField pedal = Ui.field("first-pedal", t("desktop.first.pedal-here"), 1);
        pedal.setMaxWidth(300);
        pedal.setEditable(false);
        pedal.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (!e.getCode().isModifierKey() && e.getCode() != KeyCode.TAB) {
                heard.setText(t("desktop.first.pedal-seen", "key", e.getCode().getName()));
                e.consume();
            }
        });
        TextField code = Ui.field("first-scan", t("desktop.first.scan-here"), 200);
        code.setMaxWidth(300);
        code.setOnAction(_ -> {
            heard.setText(t("desktop.first.scan-seen", "code", Shown.printable(code.getText())));
            code.clear();
        });
        return List.of(tones, Ui.card(Ui.text(t("desktop.first.pedal"), "strong"), Ui.text(t("desktop.first.pedal-how"), "small muted"),
                pedal),
                Ui.card(Ui.text(t("desktop.first.scan"), "strong"), Ui.text(t("desktop.first.scan-how"), "small muted"), code), heard);
    }

    private List<Node> firmware() {
        Path folder = bench.stock().firmwareFolder().folder();
        Label room = Ui.text("", "");
        bench.stock().free().thenAccept(free -> room.setText(t("desktop.first.firmware-room", "free", Units.inWords(free))));
        VBox place = Ui.card(Ui.text(t("desktop.first.firmware-folder", "folder", folder), "strong"), room, Ui.flow(8,
                Ui.button("first-folder", t("desktop.first.show-folder"), "",
                        () -> shell.showFolder(folder))));
        return bench.world().simulated() ? List.of(place) : List.of(place, cards.firmwarePlace(), cards.library());
    }

    private void logo() {
        shell.open(t("desktop.first.logo")).ifPresent(file -> {
            Tried here = tried;
            bench.documents().logo(file).thenRun(() -> here.document(bench.documents().letterhead(), null)).exceptionally(e -> {
                here.fails(e);
                return null;
            });
        });
    }

    private void letterhead() {
        tried.document(bench.documents().letterhead(), null);
    }

    private VBox printer(Printers.Media media, String id, String page) {
        return Ui.card(new PrinterChoice(shell, bench.routes(), media, false), Ui.flow(8, Ui.button(id, page, "", () -> page(media))));
    }

    private void page(Printers.Media media) {
        tried.document(bench.documents().testPage(media == Printers.Media.LABELS), media);
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return step == FirstDay.USB && change.topic() == Change.Topic.USB || step == FirstDay.BACKUP
                && change.topic() == Change.Topic.BACKUP;
    }

    @Override
    public void refresh() {
        if (backup != null) {
            backup.refresh();
        } else if (step == FirstDay.USB) {
            open(step);
        }
    }

    @Override
    public void tick() {
        if (backup != null) {
            backup.tick();
        }
    }

    @Override
    public String firstFocus() {
        return "first-next";
    }

    @Override
    public String manual() {
        return "first";
    }

    @Override
    public String next() {
        return t("desktop.first.footer");
    }
}
