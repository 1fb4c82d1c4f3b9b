package wistaxis.desktop.view.drill;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.facts.BadInput;
import wistaxis.core.practice.Drilled;
import wistaxis.core.practice.Leitner;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.buttons.CoachPane;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.practice.Drill;
import wistaxis.workbench.practice.Practice;

/**
 * Practice on a simulated device: the coach or nobody, every step scored, what to practise next, progress over days, and one's own hand.
 */
public final class DrillView implements View, CoachPane.Around {
    private final Window shell;
    private final Workbench bench;
    private final Drill drill;
    private final Practice practice;
    private final BorderPane root = new BorderPane();
    private final FlowPane first = Ui.chips(1230);
    private final FlowPane second = Ui.chips(1230);
    private final TextField person = Ui.field("person", t("desktop.drill.who"), 40);
    private final CoachPane pane;
    private final TimingPane hand;
    private Part part = Part.PRACTISE;
    private String exported = "";

    /** Which part of the page is shown. */
    private enum Part { PRACTISE, PROGRESS, HAND }

    public DrillView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        this.drill = bench.drill();
        this.practice = bench.practice();
        this.pane = new CoachPane(shell, bench, drill::coaching, this);
        this.hand = new TimingPane(shell, bench);
        person.setPrefColumnCount(10);
        person.setText(practice.person());
        person.setOnAction(_ -> takePerson());
        person.focusedProperty().addListener((_, _, focused) -> {
            if (!focused) {
                takePerson();
            }
        });
        VBox top = Ui.column(6, first, second);
        top.setPadding(new Insets(10, 24, 0, 24));
        root.setTop(top);
    }

    private void takePerson() {
        String name = person.getText().strip();
        if (name.isEmpty()) {
            person.setText(practice.person());
        } else if (!name.equals(practice.person())) {
            try {
                practice.person(name);
            } catch (BadInput e) {
                person.setText(practice.person());
                shell.alarm(String.valueOf(e.getMessage()));
            }
        }
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return EnumSet.of(Change.Topic.PRACTICE, Change.Topic.SHOP, Change.Topic.TIME).contains(change.topic());
    }

    @Override
    public void refresh() {
        first.getChildren().setAll(part("drill-practise", t("desktop.drill.part.practise"), Part.PRACTISE), part("drill-progress",
                t("desktop.drill.part.progress"), Part.PROGRESS),
                part("drill-hand", t("desktop.drill.part.timing"), Part.HAND),
                Ui.labelFor(t("desktop.drill.who"), "small muted", person), person);
        second.getChildren().clear();
        pane.active(part == Part.PRACTISE);
        switch (part) {
            case PRACTISE -> {
                choices();
                root.setCenter(pane.node());
                pane.refresh();
            }
            case PROGRESS -> root.setCenter(progress());
            case HAND -> {
                root.setCenter(hand.node());
                hand.refresh();
            }
        }
    }

    private Button part(String id, String words, Part to) {
        return Ui.button(id, words, part == to ? "chip chosen" : "chip", () -> {
            drill.coaching().stop();
            hand.rest();
            part = to;
            refresh();
        });
    }

    private void choices() {
        for (ButtonLayout f : ButtonLayout.values()) {
            second.getChildren().add(Ui.button("drill-" + f, f.words(), f == drill.model().family() ? "chip chosen" : "chip",
                    () -> drill.choose(f)));
        }
        second.getChildren().addAll(Ui.label("   ", ""), Ui.button("blind", drill.blind() ? t("desktop.drill.by-feel")
                : t("desktop.drill.with-cues"), "chip",
                () -> drill.blind(!drill.blind())),
                distraction("late-black", t("desktop.drill.late-black"), Drill.Distraction.LATE_BLACK),
                distraction("slow-host", t("desktop.drill.late-computer"), Drill.Distraction.SLOW_HOST));
    }

    private Button distraction(String id, String words, Drill.Distraction which) {
        return Ui.button(id, words, drill.distractions().contains(which) ? "chip chosen" : "chip", () -> drill.toggle(which));
    }

    @Override
    public String onwards() {
        return "";
    }

    @Override
    public void goOn() {
        drill.coaching().begin();
    }

    @Override
    public String status() {
        List<Drilled> tried = drill.coaching().method().map(s -> practice.attempts().stream().filter(a -> a.of(s)).toList())
                .orElse(List.of());
        long landed = tried.stream().filter(Drilled::landed).count();
        return tried.isEmpty() ? t("desktop.drill.never", "model", drill.model().name(), "who", practice.person())
                : t("desktop.drill.so-far", "model", drill.model().name(), "who", practice.person(), "n", landed, "of", tried.size());
    }

    @Override
    public List<Node> below() {
        List<Node> rows = new ArrayList<>();
        if (hidesScore()) {
            StepsDrawing steps = new StepsDrawing(drill.last().orElseThrow().steps());
            steps.setId("steps");
            rows.add(Ui.label(t("desktop.drill.steps"), "strong"));
            rows.add(steps);
        }
        rows.add(CoachPane.goals(drill.coaching().goal(), drill::choose));
        if (!hidesScore()) {
            drill.coaching().method().ifPresent(s -> s.cautions().forEach(c -> rows.add(Ui.text("! " + c, "hands"))));
        }
        return rows;
    }

    @Override
    public boolean asks() {
        return false;
    }

    /** After an attempt its steps are of more use than the plan. */
    @Override
    public boolean hidesScore() {
        return drill.last().isPresent() && drill.coaching().verdict().isPresent();
    }

    @Override
    public List<Button> more() {
        List<Button> more = new ArrayList<>();
        Leitner next = practice.plan().getFirst();
        Button then = Ui.button("drill-next", t("desktop.drill.next", "method", next.method().name(), "goal", next.method()
                .goal().words(), "layout", next.method().family().words()), "", () -> drill.choose(next.method()));
        then.setWrapText(true);
        then.setMinWidth(0);
        then.setMaxWidth(540);
        then.setMinHeight(Region.USE_PREF_SIZE);
        more.add(then);
        drill.last().ifPresent(d -> more.add(Ui.button("replay", t("desktop.drill.replay-last"), "", () -> drill.replay(d))));
        return more;
    }

    private Node progress() {
        VBox list = new VBox(4);
        for (Leitner l : practice.plan()) {
            list.getChildren().add(planned(l));
        }
        VBox right = Ui.column(8, Ui.label(t("desktop.drill.what-next"), "title"),
                Ui.text(t("desktop.drill.boxes"), "small muted"), Ui.scroll(list));
        DaysDrawing days = new DaysDrawing(practice.days());
        VBox.setVgrow(days, javafx.scene.layout.Priority.ALWAYS);
        VBox left = Ui.column(8, Ui.label(t("desktop.drill.by-day"), "title"), days, recent(),
                Ui.flow(8, Ui.button("export-practice", t("desktop.drill.export"), "", () -> practice.export(this::said)),
                Ui.button("card", t("desktop.drill.card", "layout", drill.model().family().words()), "",
                () -> practice.card(drill.model().family(), this::said))), Ui.text(exported, "small muted"));
        StackPane both = new StackPane(new Columns(left, 420, right, 480));
        both.setPadding(new Insets(10, 24, 14, 24));
        return both;
    }

    private Node recent() {
        VBox rows = Ui.column(3, Ui.label(t("desktop.drill.last"), "strong"));
        List<Drilled> all = practice.attempts();
        if (all.isEmpty()) {
            rows.getChildren().add(Ui.text(t("desktop.drill.nobody-yet", "who", practice.person()),
                    "muted"));
        }
        for (int i = all.size() - 1; i >= Math.max(0, all.size() - 5); i--) {
            Drilled d = all.get(i);
            Button replay = Ui.button("replay-" + i, t("desktop.drill.replay"), "chip", () -> {
                part = Part.PRACTISE;
                drill.replay(d);
                refresh();
            });
            rows.getChildren().add(Ui.row(8, Ui.label(d.landed() ? t("desktop.drill.reached") : t("desktop.drill.missed"), d.landed()
                    ? "tag keeps" : "tag missing"),
                    Ui.text(ButtonSequence.name(d.method()) + ", " + d.goal().words(), ""),
                    Ui.text(d.blind() ? t("desktop.drill.by-feel") : "", "small muted"), Ui.gap(), replay));
        }
        return rows;
    }

    private Node planned(Leitner l) {
        boolean due = !l.due().isAfter(java.time.LocalDate.ofInstant(bench.now(), java.time.ZoneId.systemDefault()));
        String sure = l.attempts() == 0 ? t("desktop.drill.never-tried") : t("desktop.drill.box", "n", l.landed(), "of", l.attempts(),
                "box", l.box());
        Button take = Ui.button("take-" + l.method().key().replaceAll("[^A-Za-z0-9]+", "-"), t("desktop.drill.practise"), "chip", () -> {
            part = Part.PRACTISE;
            drill.choose(l.method());
            refresh();
        });
        return Ui.style(Ui.row(8, Ui.column(0, Ui.text(l.method().name() + ", " + l.method().goal().words(), "strong"),
                Ui.text(l.method().family().words() + ", " + sure, "small muted")), Ui.gap(),
                Ui.label(due ? t("desktop.drill.due-now") : t("desktop.drill.due", "day", l.due()), due ? "small strong hands"
                : "small muted"), take),
                "card tight");
    }

    private void said(String words) {
        exported = words;
        refresh();
    }

    @Override
    public void tick() {
        if (part == Part.PRACTISE) {
            pane.tick();
        } else if (part == Part.HAND) {
            hand.tick();
        }
    }

    @Override
    public boolean moves() {
        return part == Part.HAND && hand.measures();
    }

    @Override
    public String firstFocus() {
        return "keys-start";
    }

    @Override
    public String wants() {
        return pane.wants();
    }

    @Override
    public String manual() {
        return "practice";
    }

    @Override
    public String next() {
        return switch (part) {
            case PRACTISE -> drill.coaching().run().isPresent() ? t("desktop.drill.hands")
                    : t("desktop.drill.start-keys");
            case PROGRESS -> t("desktop.drill.due-on-top");
            case HAND -> hand.next();
        };
    }

    @Override
    public void leave() {
        hand.leave();
        pane.leave();
    }
}
