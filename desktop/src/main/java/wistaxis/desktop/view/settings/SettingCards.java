package wistaxis.desktop.view.settings;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.bench.AtWork;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.Window;
import wistaxis.store.settings.Settings;
import wistaxis.store.settings.ShopProfile;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.route.Routes;

/** The settings that are typed, a card each: on the settings page, and where a new bench is set up. */
public final class SettingCards {
    private final Window shell;
    private final Workbench bench;
    private final Routes desk;

    public SettingCards(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        this.desk = bench.routes();
    }

    private static String or(Optional<?> value) {
        return value.map(String::valueOf).orElse("");
    }

    private Settings now() {
        return desk.settings();
    }

    private static VBox typed(String id, String prompt, int longest, String words, Supplier<String> kept, Consumer<String> keep) {
        return new TypedCard(id, prompt, longest, t("desktop.settings." + words), t("desktop.settings." + words + "-how"), kept,
                keep).card();
    }

    public FlowPane languages() {
        FlowPane all = Ui.chips(560);
        Language.all().forEach(l -> all.getChildren().add(Ui.button("language-" + l.tag(), l.name(), l.equals(Say.language())
                ? "chip chosen" : "chip", () -> shell.speak(l))));
        return Ui.asked(400, all, "", Ui.text(t("desktop.settings.language"), "strong"));
    }

    public VBox worksHere() {
        return typed("works-here", "A. S., B. T.", 300, "staff", () -> String.join(", ", bench.staff().names()), bench.staff()::names);
    }

    public VBox atWork() {
        return typed("at-work", "Ada 9:00-12:30 13:00-17:30; Bo 12:00-20:00", 600, "people", () -> String.join("; ", AtWork.of(
                now().atWork()).people()), desk::people);
    }

    public VBox holidays() {
        return typed("holidays", "gb-eng", 12, "holidays", () -> now().holidays(), desk::holidays);
    }

    public VBox line() {
        return typed("line-speed", "50", 12, "line", () -> or(Optional.ofNullable(now().lineMbit()).map(m -> m == Math.rint(m)
                ? String.valueOf(Math.round(m)) : String.valueOf(m))), desk::line);
    }

    public VBox firmwarePlace() {
        return typed("firmware-place", t("desktop.settings.firmware-place-example"), 300, "firmware-place", bench.stock()::place,
                bench.stock()::place);
    }

    public VBox benchName() {
        return typed("bench-name", t("desktop.settings.my-bench"), 60, "bench", () -> or(Optional.ofNullable(now().bench())),
                desk::benchName);
    }

    public VBox library() {
        return typed("library", "https://firmware.example/", 300, "library", () -> or(Optional.ofNullable(now().library())), desk::library);
    }

    /** Name, address and the rest of what stands at the head of documents. @param after told that something was saved */
    public List<VBox> profile(Runnable after) {
        return Arrays.stream(ShopProfile.Part.values()).filter(p -> p != ShopProfile.Part.LABEL).map(p -> said(p, 200, after)).toList();
    }

    /** How large the labels are. @param after told that it was saved */
    public VBox labels(Runnable after) {
        return said(ShopProfile.Part.LABEL, 20, after);
    }

    private VBox said(ShopProfile.Part part, int longest, Runnable after) {
        String id = "shop-" + part.name().toLowerCase(Locale.ROOT);
        return typed(id, t("desktop.settings." + id + "-example"), longest, id, () -> or(Optional.ofNullable(now().profile().get(part))),
                typed -> {
                    desk.profile(part, typed);
                    after.run();
                });
    }

    /** What is seldom changed. */
    public List<VBox> others() {
        return List.of(
                typed("mode-window", "15min", 12, "timeout", () -> now().window(), desk::recoveryTimeout), holidays(), atWork(),
                typed("ports", "1 8-pin; 2 usb-c", 600, "ports", () -> String.join("; ", AtWork.of(now().atWork()).ports()), desk::ports),
                typed("calls", t("core.call.typed", "lead", 2, "from", "20:00", "to", "8:00"), 60, "calls",
                        () -> AtWork.of(now().atWork()).called().typed(), desk::calls),
                typed("program-of", "2026-05-12", 12, "program", () -> or(Optional.ofNullable(now().programOf())), desk::programOf),
                typed("forget-days", t("desktop.settings.never"), 12, "forget", () -> or(Optional.ofNullable(now().forgetDays())),
                        desk::forgetDays), line(),
                typed("share-port", "8479", 12, "share", () -> or(Optional.ofNullable(bench.sharing().settings().port())),
                        bench.sharing()::give),
                typed("share-from", "http://", 300, "ask", () -> bench.sharing().settings().typed(), bench.sharing()::ask));
    }

    /** Two beside each other. */
    public static VBox pairs(List<? extends Node> cards) {
        VBox rows = new VBox(14);
        for (int i = 0; i < cards.size(); i += 2) {
            HBox pair = new HBox(14);
            pair.getChildren().addAll(cards.subList(i, Math.min(cards.size(), i + 2)));
            pair.getChildren().forEach(c -> HBox.setHgrow(c, Priority.ALWAYS));
            rows.getChildren().add(pair);
        }
        return rows;
    }
}
