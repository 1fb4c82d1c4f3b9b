package wistaxis.desktop.view.settings;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.Parent;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.bench.AtWork;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.facts.BadInput;
import wistaxis.core.route.RouteFacts;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.desktop.look.Ui;
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
    private final List<Typed> typed;
    private final List<Typed> asked;

    public SettingsView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        this.desk = bench.routes();
        Typed works = new Typed(Ui.field("works-here", "A. S., B. T.", 300), t("desktop.settings.staff"),
                t("desktop.settings.staff-how"), () -> String.join(", ", bench.staff().names()), bench.staff()::names);
        typed = List.of(
                new Typed(Ui.field("mode-window", "15min", 12), t("desktop.settings.timeout"),
                        t("desktop.settings.timeout-how"),
                        () -> desk.settings().window(), desk::recoveryTimeout),
                new Typed(Ui.field("holidays", "gb-eng", 12), t("desktop.settings.holidays"),
                        t("desktop.settings.holidays-how"),
                        () -> desk.settings().holidays(), desk::holidays),
                new Typed(Ui.field("at-work", "Ada 9:00-12:30 13:00-17:30; Bo 12:00-20:00", 600), t("desktop.settings.people"),
                        t("desktop.settings.people-how"), () -> String.join("; ", AtWork.of(desk.settings().atWork()).people()),
                        desk::people),
                new Typed(Ui.field("ports", "1 8-pin; 2 usb-c", 600), t("desktop.settings.ports"), t("desktop.settings.ports-how"),
                        () -> String.join("; ", AtWork.of(desk.settings().atWork()).ports()), desk::ports),
                new Typed(Ui.field("calls", t("core.call.typed", "lead", 2, "from", "20:00", "to", "8:00"), 60),
                        t("desktop.settings.calls"), t("desktop.settings.calls-how"),
                        () -> AtWork.of(desk.settings().atWork()).called().typed(), desk::calls),
                new Typed(Ui.field("program-of", "2026-05-12", 12), t("desktop.settings.program"),
                        t("desktop.settings.program-how"),
                        () -> Optional.ofNullable(desk.settings().programOf()).map(String::valueOf).orElse(""), desk::programOf),
                new Typed(Ui.field("forget-days", t("desktop.settings.never"), 12), t("desktop.settings.forget"),
                        t("desktop.settings.forget-how"),
                        () -> Optional.ofNullable(desk.settings().forgetDays()).map(String::valueOf).orElse(""), desk::forgetDays),
                new Typed(Ui.field("share-port", "8479", 12), t("desktop.settings.share"), t("desktop.settings.share-how"),
                        () -> Optional.ofNullable(bench.sharing().settings().port()).map(String::valueOf).orElse(""),
                                bench.sharing()::give),
                new Typed(Ui.field("share-from", "http://", 300), t("desktop.settings.ask"), t("desktop.settings.ask-how"),
                        () -> bench.sharing().settings().typed(), bench.sharing()::ask));
        asked = bench.world().simulated() ? List.of(works) : List.of(
                new Typed(Ui.field("bench-name", t("desktop.settings.my-bench"), 60), t("desktop.settings.bench"),
                t("desktop.settings.bench-how"),
                        () -> Optional.ofNullable(desk.settings().bench()).orElse(""), desk::benchName),
                new Typed(Ui.field("library", "https://", 300), t("desktop.settings.library"),
                        t("desktop.settings.library-how"),
                        () -> Optional.ofNullable(desk.settings().library()).orElse(""), desk::library),
                works);
        typed.forEach(t -> t.field.setMaxWidth(t.field.getPrefColumnCount() > 30 ? Region.USE_COMPUTED_SIZE : 160));
    }

    /** Where the books are, and how they travel. */
    private VBox server(ServerAddress server) {
        boolean chosen = server.plain() && !server.isHere();
        String travels = server.isHere() ? "desktop.settings.server-here" : chosen ? "desktop.settings.server-plain"
                : "desktop.settings.server-sealed";
        return Ui.card(Ui.text(t("desktop.settings.server"), "strong"), Ui.text(t("desktop.settings.server-is", "address", server, "bench",
                String.valueOf(bench.tickets().bench())), ""), Ui.text(t(travels), chosen ? "strong hands" : "small muted"));
    }

    /** What a new bench asks first: all of it can be left for later. */
    public List<VBox> first() {
        return asked.stream().map(Typed::card).toList();
    }

    /** A setting that is typed; what cannot be read is said under it and nothing is changed. */
    private final class Typed {
        private final TextField field;
        private final String asks;
        private final String why;
        private final Supplier<String> kept;
        private final Consumer<String> keep;
        private String wrong = "";

        Typed(TextField field, String asks, String why, Supplier<String> kept, Consumer<String> keep) {
            this.field = field;
            this.asks = asks;
            this.why = why;
            this.kept = kept;
            this.keep = keep;
            field.setAccessibleText(asks);
            field.setText(kept.get());
            field.setOnAction(_ -> take());
            field.focusedProperty().addListener((_, _, focused) -> {
                if (!focused) {
                    take();
                }
            });
        }

        VBox card() {
            VBox card = Ui.card(Ui.text(asks, "strong"), Ui.text(why, "small muted"), field);
            card.setPrefWidth(600);
            if (!wrong.isEmpty()) {
                card.getChildren().add(Ui.text(wrong, "small erases"));
            }
            return card;
        }

        private void take() {
            String now = field.getText().strip();
            String before = wrong;
            try {
                if (!now.equals(kept.get())) {
                    keep.accept(now);
                }
                wrong = "";
            } catch (BadInput e) {
                wrong = String.valueOf(e.getMessage());
            }
            if (!wrong.equals(before)) {
                refresh();
            }
        }
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
        cards.getChildren().setAll(Ui.label(t("desktop.settings.ways"), "large"),
                Ui.text(t("desktop.settings.ways-how"),
                "muted"));
        cards.getChildren().add(languages());
        bench.tickets().server().map(this::server).ifPresent(cards.getChildren()::add);
        desk.planner().preferences().forEach(p -> cards.getChildren().add(preference(p)));
        cards.getChildren().add(methods());
        VBox side = new VBox(14);
        for (int i = 0; i < typed.size(); i += 2) {
            HBox pair = new HBox(14);
            typed.subList(i, Math.min(typed.size(), i + 2)).forEach(t -> pair.getChildren().add(t.card()));
            pair.getChildren().forEach(c -> HBox.setHgrow(c, Priority.ALWAYS));
            side.getChildren().add(pair);
        }
        cards.getChildren().add(side);
        cards.getChildren().addAll(1, first());
    }

    private FlowPane languages() {
        FlowPane all = Ui.chips(560);
        Language.all().forEach(l -> all.getChildren().add(Ui.button("language-" + l.tag(), l.name(), l.equals(Say.language())
                ? "chip chosen" : "chip", () -> shell.speak(l))));
        return Ui.asked(400, all, "", Ui.text(t("desktop.settings.language"), "strong"));
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
