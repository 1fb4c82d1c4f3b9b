package wistaxis.desktop.view.drill;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.facts.BadInput;
import wistaxis.core.practice.Drilled;
import wistaxis.core.practice.Leitner;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.keys.CoachPane;
import wistaxis.desktop.view.keys.CoachWords;
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
    private final TextField person = Ui.field("person", "name", 40);
    private final CoachPane pane;
    private final HandPane hand;
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
        this.hand = new HandPane(shell, bench);
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
        first.getChildren().setAll(part("drill-practise", "Practise", Part.PRACTISE), part("drill-progress", "Progress", Part.PROGRESS),
                part("drill-hand", "My hand", Part.HAND),
                Ui.label("   Who practises", "small muted"), person);
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
        for (KeyFamily f : KeyFamily.values()) {
            second.getChildren().add(Ui.button("drill-" + f, f.toString(), f == drill.model().family() ? "chip chosen" : "chip",
                    () -> drill.choose(f)));
        }
        second.getChildren().addAll(Ui.label("   ", ""), Ui.button("blind", drill.blind() ? "By feel, no cues" : "With cues", "chip",
                () -> drill.blind(!drill.blind())),
                distraction("late-black", "Screen goes black late", Drill.Distraction.LATE_BLACK),
                distraction("slow-host", "Host is slow to see it", Drill.Distraction.SLOW_HOST));
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
        List<Drilled> tried = drill.coaching().school().map(s -> practice.attempts().stream().filter(a -> a.of(s)).toList())
                .orElse(List.of());
        long landed = tried.stream().filter(Drilled::landed).count();
        return tried.isEmpty() ? drill.model().name() + ", never practised by " + practice.person() : drill.model().name() + ", " + landed
                + " of " + tried.size() + " landed by " + practice.person();
    }

    @Override
    public List<Node> below() {
        List<Node> rows = new ArrayList<>();
        if (hidesScore()) {
            StepsDrawing steps = new StepsDrawing(drill.last().orElseThrow().steps());
            steps.setId("steps");
            rows.add(Ui.label("How each step went", "strong"));
            rows.add(steps);
        }
        rows.add(CoachPane.goals(drill.coaching().goal(), drill::choose));
        if (!hidesScore()) {
            drill.coaching().school().ifPresent(s -> s.cautions().forEach(c -> rows.add(Ui.text("! " + c, "hands"))));
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
        more.add(Ui.button("drill-next", "Next: " + next.school().school() + " " + CoachWords.of(next.school().goal()) + ", "
                + next.school().family(), "", () -> drill.choose(next.school())));
        drill.last().ifPresent(d -> more.add(Ui.button("replay", "Replay the last", "", () -> drill.replay(d))));
        return more;
    }

    private Node progress() {
        VBox list = new VBox(4);
        for (Leitner l : practice.plan()) {
            list.getChildren().add(planned(l));
        }
        VBox right = Ui.column(8, Ui.label("What next", "title"),
                Ui.text("Least sure first of what is due. A success moves it one box on, a failure back to the first; the boxes come due "
                        + "after 1, 2, 4, 8 and 16 days (Leitner 1972).", "small muted"), Ui.scroll(list));
        DaysDrawing days = new DaysDrawing(practice.days());
        VBox.setVgrow(days, javafx.scene.layout.Priority.ALWAYS);
        VBox left = Ui.column(8, Ui.label("Landed, day by day", "title"), days, recent(),
                Ui.flow(8, Ui.button("export-practice", "Export attempts as JSON", "", () -> practice.export(this::said)),
                Ui.button("card", "Card of " + drill.model().family() + " as PDF", "",
                () -> practice.card(drill.model().family(), this::said))), Ui.text(exported, "small muted"));
        StackPane both = new StackPane(new Columns(left, 420, right, 480));
        both.setPadding(new Insets(10, 24, 14, 24));
        return both;
    }

    private Node recent() {
        VBox rows = Ui.column(3, Ui.label("Last attempts", "strong"));
        List<Drilled> all = practice.attempts();
        if (all.isEmpty()) {
            rows.getChildren().add(Ui.text(practice.person() + " has not practised yet. Choose a sequence under Practise and press Enter.",
                    "muted"));
        }
        for (int i = all.size() - 1; i >= Math.max(0, all.size() - 5); i--) {
            Drilled d = all.get(i);
            Button replay = Ui.button("replay-" + i, "Replay", "chip", () -> {
                part = Part.PRACTISE;
                drill.replay(d);
                refresh();
            });
            rows.getChildren().add(Ui.row(8, Ui.label(d.landed() ? "landed" : "missed", d.landed() ? "tag keeps" : "tag missing"),
                    Ui.label(d.school() + ", " + CoachWords.of(d.goal()), ""),
                    Ui.label(d.blind() ? "by feel" : "", "small muted"), Ui.gap(), replay));
        }
        return rows;
    }

    private Node planned(Leitner l) {
        boolean due = !l.due().isAfter(java.time.LocalDate.ofInstant(bench.now(), java.time.ZoneId.systemDefault()));
        String sure = l.attempts() == 0 ? "never tried" : String.format(Locale.ROOT, "%d of %d, box %d", l.landed(), l.attempts(), l.box());
        Button take = Ui.button("take-" + l.school().key().replaceAll("[^A-Za-z0-9]+", "-"), "Practise", "chip", () -> {
            part = Part.PRACTISE;
            drill.choose(l.school());
            refresh();
        });
        return Ui.style(Ui.row(8, Ui.column(0, Ui.label(l.school().school() + ", " + CoachWords.of(l.school().goal()), "strong"),
                Ui.label(l.school().family() + ", " + sure, "small muted")), Ui.gap(),
                Ui.label(due ? "due" : "due " + l.due(), due ? "small strong hands" : "small muted"), take), "card tight");
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
    public String next() {
        return switch (part) {
            case PRACTISE -> drill.coaching().run().isPresent() ? "Both hands on the device."
                    : "Practice on a simulated device. Enter starts, W shows, Esc stops.";
            case PROGRESS -> "What is due stands on top.";
            case HAND -> hand.next();
        };
    }

    @Override
    public void leave() {
        hand.leave();
        pane.leave();
    }
}
