package wistaxis.desktop.view.settings;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.route.RouteFacts;
import wistaxis.core.facts.ProgramVersion;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.FirstDay;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.store.ledger.ServerAddress;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.route.Routes;

/** The shop's own ways where practitioners disagree, and its calendar. Every choice is saved at once. */
public final class SettingsView implements View {
    private final Window shell;
    private final Workbench bench;
    private final Routes desk;
    private final VBox cards = Ui.style(new VBox(), "page");
    private final ScrollPane root = Ui.scroll(cards);
    private final SettingCards typed;
    private final Node others;
    private final List<VBox> first;
    private final Node shop;

    public SettingsView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        this.desk = bench.routes();
        this.typed = new SettingCards(shell, bench);
        this.others = SettingCards.pairs(typed.others());
        this.first = bench.world().simulated() ? List.of(typed.worksHere()) : List.of(typed.benchName(), typed.library(),
                typed.worksHere());
        this.shop = SettingCards.pairs(Stream.concat(typed.profile(() -> { }).stream(), Stream.of(typed.labels(() -> { }))).toList());
    }

    /** Where the books are, and how they travel. */
    private VBox server(ServerAddress server) {
        boolean chosen = server.plain() && !server.isHere();
        String travels = server.isHere() ? "desktop.settings.server-here" : chosen ? "desktop.settings.server-plain"
                : "desktop.settings.server-sealed";
        return Ui.card(Ui.text(t("desktop.settings.server"), "strong"), Ui.text(t("desktop.settings.server-is", "address", server, "bench",
                String.valueOf(bench.tickets().bench())), ""), Ui.text(t(travels), chosen ? "strong hands" : "small muted"));
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return change.topic() == Change.Topic.SHOP;
    }

    @Override
    public void refresh() {
        cards.getChildren().setAll(Ui.label(t("desktop.head.settings"), "large"), steps(), typed.languages());
        cards.getChildren().addAll(first);
        bench.tickets().server().map(this::server).ifPresent(cards.getChildren()::add);
        cards.getChildren().addAll(Ui.label(t("desktop.settings.ways"), "title"), Ui.text(t("desktop.settings.ways-how"), "muted"));
        desk.planner().preferences().forEach(p -> cards.getChildren().add(preference(p)));
        cards.getChildren().addAll(methods(), others, Ui.label(t("desktop.settings.shop-title"), "title"), shop, about());
    }

    /** The pages of the first day, each of them again. */
    private VBox steps() {
        FlowPane all = Ui.chips(1000);
        for (FirstDay step : FirstDay.values()) {
            all.getChildren().add(Ui.button("step-" + step, step.title(), "chip", () -> shell.showFirstDay(step)));
        }
        return Ui.card(Ui.text(t("desktop.settings.steps"), "strong"), all);
    }

    /** Which program this is, and what is given to whoever helps. */
    private VBox about() {
        return Ui.card(Ui.text(t("desktop.settings.version", "version", ProgramVersion.OURS), "strong"), Ui.flow(8,
                Ui.button("whats-new", t("desktop.settings.whats-new"), "chip", shell::showWhatsNew),
                Ui.button("trouble-report", t("desktop.settings.trouble-report"), "chip", shell::showTroubleReport)));
    }

    private VBox methods() {
        long own = bench.sequences().all().stream().filter(q -> !SequenceLibrary.shipped().all().contains(q)).count();
        VBox card = Ui.card(Ui.text(t("desktop.settings.methods"), "strong"),
                Ui.text(t(bench.methods().reading() ? "desktop.settings.methods-reading" : own == 0 ? "desktop.settings.methods-none"
                : "desktop.settings.methods-in-use", "file", bench.methods().file(), "n", own),
                "small muted"));
        if (!bench.methods().problem().isEmpty()) {
            card.getChildren().add(Ui.text(bench.methods().problem(), "small erases"));
        }
        card.getChildren().add(Ui.row(8, Ui.button("read-methods", t("desktop.settings.methods-again"), "chip", () -> {
            bench.methods().readAgain();
            refresh();
        })));
        return card;
    }

    private VBox preference(RouteFacts.Preference p) {
        FlowPane chips = Ui.chips(600);
        for (RouteFacts.Option option : p.options()) {
            boolean chosen = desk.preference(p.preference()).equals(option.value());
            chips.getChildren().add(Ui.button("prefer-" + option.value(), option.words(), chosen ? "chip chosen" : "chip",
                    () -> desk.prefer(p.preference(), option.value())));
        }
        return Ui.card(Ui.text(p.asks(), "strong"), Ui.text(p.why(), "small muted"), chips);
    }

    @Override
    public String firstFocus() {
        return "prefer-" + desk.preference(desk.planner().preferences().getFirst().preference());
    }

    @Override
    public String manual() {
        return "settings";
    }

    @Override
    public String next() {
        return t("desktop.settings.next");
    }
}
