package wistaxis.desktop.view.intake;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.buttons.Reading;
import wistaxis.core.device.Body;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.Imei;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Question;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BenchTime;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.device.LockScreenDrawing;
import wistaxis.desktop.view.device.PhoneDrawing;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;

/** The question in hand with its answers, each under a key of the keyboard, or a line to type in. Records what is answered. */
public final class AnswerPane {
    /** The keys of the answers, in order. */
    private static final List<KeyCode> KEYS = List.of(KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.DIGIT5,
            KeyCode.DIGIT6, KeyCode.DIGIT7, KeyCode.DIGIT8,
            KeyCode.DIGIT9, KeyCode.A, KeyCode.B, KeyCode.C, KeyCode.D, KeyCode.E, KeyCode.F);

    private static final Set<Question.Kind> TYPED = Set.of(Question.Kind.DEVICE, Question.Kind.VERSION, Question.Kind.IMEI,
            Question.Kind.DAY);

    /** The shop's way of activating. */
    private static final String NETWORK = "activation-network";
    private static final int MOST_MODELS = 6;

    /** Problems that a screen shows, by its drawing; beside a list of many they are small. */
    private static final Map<String, String> SCREENS = Map.of("disabled", "disabled", "unavailable", "unavailable", "passcode-forgotten",
            "pad");
    private static final Map<String, Reading.Sight> SIGHTS = Map.of("stuck-on-logo", Reading.Sight.BOOT_LOGO, "dead", Reading.Sight.BLACK);
    private static final double SMALL = 0.55;

    /** More answers than this stand in two columns, however long they are. */
    private static final int MOST_IN_COLUMN = 8;

    /** Letters of the longest answer that fits into half a column. */
    private static final int LONG = 31;

    private final Window shell;
    private final Workbench bench;
    private final String number;
    private final BiConsumer<Question, Boolean> answered;
    private final TextField line = Ui.field("answer-line", "", 120);
    private final VBox below = new VBox(4);
    private final Set<String> several = new LinkedHashSet<>();

    /** An answer under a key. */
    private record Option(String value, Object words, boolean marked, Runnable take) {}

    /** @param answered hears of each answer, and of each question put off */
    public AnswerPane(Window shell, Workbench bench, String number, BiConsumer<Question, Boolean> answered) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        this.answered = answered;
        line.setStyle("-fx-font-size: 1.5em;");
    }

    /** Makes ready for another question. */
    public void begin() {
        line.clear();
        several.clear();
    }

    public VBox card(Question q, Ticket t) {
        VBox card = Ui.card(Ui.text(q.asks(), "large"), Ui.text(q.why(), "muted"));
        if (typed(q)) {
            card.getChildren().addAll(line(q), below);
        }
        if (q.kind() == Question.Kind.PROMISE) {
            before(t).forEach(w -> card.getChildren().add(w));
        }
        List<Option> options = options(q, t);
        if (!options.isEmpty()) {
            card.getChildren().add(grid(q, options));
        }
        if (many(q)) {
            card.getChildren().add(Ui.row(10, Ui.button("answer-done", several.isEmpty() ? t("desktop.intake.none-of-these")
                    : t("desktop.intake.that-is-all"), "primary",
                    () -> takeSeveral(q)), Ui.label(t("desktop.key.enter"), "code small muted")));
        }
        return Ui.style(card, "open");
    }

    private static boolean typed(Question q) {
        return TYPED.contains(q.kind());
    }

    private static boolean many(Question q) {
        return q.kind() == Question.Kind.SEVERAL || q.kind() == Question.Kind.KEYS;
    }

    private GridPane grid(Question q, List<Option> options) {
        GridPane grid = new GridPane(6, 6);
        int columns = options.size() > MOST_IN_COLUMN || options.size() > 4 && options.stream().allMatch(o -> o.words().toString()
                .length() <= LONG) ? 2 : 1;
        for (int i = 0; i < columns; i++) {
            ColumnConstraints column = new ColumnConstraints();
            column.setPercentWidth(100.0 / columns);
            grid.getColumnConstraints().add(column);
        }
        for (int i = 0; i < options.size(); i++) {
            Option o = options.get(i);
            Button button = Ui.button(q.question() + "-" + o.value(), "", o.marked() ? "answer chosen" : "answer", o.take());
            Label cap = Ui.label(capOf(i), "key-cap");
            cap.setMinWidth(Region.USE_PREF_SIZE);
            Label words = Ui.text((o.marked() ? "\u2713 " : "") + o.words(), "");
            HBox.setHgrow(words, Priority.ALWAYS);
            HBox row = Ui.row(10, cap, words);
            drawing(q, o.value()).ifPresent(d -> row.getChildren().add(columns > 1 ? 2 : 1, d));
            button.setGraphic(row);
            button.setMinWidth(0);
            if (options.size() > MOST_IN_COLUMN) {
                button.setStyle("-fx-min-height: 3.3em;"); // two lines of words, or a screen
            }
            button.setAccessibleText(o.words().toString());
            button.setMaxWidth(Double.MAX_VALUE);
            int rows = (options.size() + columns - 1) / columns;
            grid.add(button, i / rows, i % rows);
        }
        return grid;
    }

    /** The screen that an answer is told by. */
    private static Optional<Node> drawing(Question q, String answer) {
        return switch (q.question()) {
            case "lockWord" -> LockScreenDrawing.draws(answer) ? Optional.of(LockScreenDrawing.of(answer, 1)) : Optional.empty();
            case "trouble" -> Optional.<Node>ofNullable(SCREENS.get(answer) == null ? null : LockScreenDrawing.of(SCREENS.get(answer),
                    SMALL))
                    .or(() -> Optional.ofNullable(SIGHTS.get(answer)).map(s -> PhoneDrawing.small(s, 0.9)));
            default -> Optional.empty();
        };
    }

    private static String capOf(int at) {
        return at < 9 ? String.valueOf(at + 1) : String.valueOf((char) ('A' + at - 9));
    }

    private List<Option> options(Question q, Ticket t) {
        return switch (q.kind()) {
            case CHOICE -> q.answers().stream().map(a -> new Option(a.value(), a.words(), !a.sets().isEmpty() && t.facts().entrySet()
                    .containsAll(a.sets().entrySet()), () -> choose(q, a))).toList();
            case SEVERAL -> q.answers().stream().map(a -> toggle(q, a.value(), a.words())).toList();
            case KEYS -> bench.model(t).map(DeviceModel::body).map(Body::buttons)
                    .map(buttons -> buttons.stream().map(k -> toggle(q, k.button().name(), k.name())).toList())
                    .orElseGet(() -> java.util.Arrays.stream(DeviceButton.values()).map(k -> toggle(q, k.name(), k.words())).toList());
            case PROMISE -> promises(q, t);
            default -> List.of();
        };
    }

    private Option toggle(Question q, String value, Object words) {
        return new Option(value, words, several.contains(value), () -> {
            if (!several.remove(value)) {
                several.add(value);
            }
            shell.again();
        });
    }

    /** What is looked at before a time is promised: what the plan says, and whether there is a network to activate by. */
    private List<Node> before(Ticket t) {
        List<Node> before = new ArrayList<>();
        bench.plans().ready(t).ifPresent(r -> before.add(Ui.text(t("desktop.intake.ready", "at", Ui.date(IntakeView.CLOCK, r)), "strong")));
        bench.plans().promised(t).ifPresent(p -> {
            before.add(Ui.text(t("desktop.intake.promise", "half", Ui.date(IntakeView.CLOCK, p.half()), "likely", Ui.date(IntakeView.CLOCK,
                    p.likely()), "nearly", Ui.date(IntakeView.CLOCK, p.nearly())), "strong tide"));
            if (!p.dependsOn().isEmpty()) {
                before.add(Ui.text(t("desktop.intake.promise-by", "what", p.dependsOn()), "small muted"));
            }
        });
        if (bench.routes().preference(NETWORK).equals("unsettled")) {
            FlowPane ways = Ui.chips(540);
            bench.routes().planner().preferences().stream().filter(p -> p.preference().equals(NETWORK)).flatMap(p -> p.options().stream())
                    .skip(1).forEach(o -> ways.getChildren().add(Ui.button("network-" + o.value(), o.words(), "chip",
                    () -> bench.routes().prefer(NETWORK, o.value()))));
            before.add(Ui.text(t("desktop.intake.network"), "small"));
            before.add(ways);
        }
        return before;
    }

    private List<Option> promises(Question q, Ticket t) {
        Instant now = bench.now().truncatedTo(ChronoUnit.MINUTES);
        List<Option> all = new ArrayList<>(usual(q, now));
        bench.plans().promised(t).map(p -> p.likely().plusSeconds(59).truncatedTo(ChronoUnit.MINUTES)).ifPresent(at -> all.add(promise(q,
                "likely", t("desktop.intake.at-likely", "at", Ui.date(IntakeView.CLOCK, at)), at)));
        return all;
    }

    private List<Option> usual(Question q, Instant now) {
        return List.of(promise(q, "1", t("desktop.intake.in-1"), now.plus(Duration.ofHours(1))),
                promise(q, "2", t("desktop.intake.in-2"), now.plus(Duration.ofHours(2))), promise(q, "4", t("desktop.intake.in-4"),
                now.plus(Duration.ofHours(4))),
                promise(q, "24", t("desktop.intake.tomorrow"), BenchTime.nextDay(now, ZoneId.systemDefault())));
    }

    private Option promise(Question q, String id, String words, Instant then) {
        return new Option(id, words, false, () -> record(q, Map.of("promised", then.toString()), List.of()));
    }

    private Node line(Question q) {
        line.setPromptText(switch (q.kind()) {
            case DEVICE -> t("desktop.intake.example-device");
            case VERSION -> t("desktop.intake.example-version");
            case DAY -> t("desktop.intake.example-day", "today", bench.routes().today());
            default -> t("desktop.intake.example-imei");
        });
        line.setAccessibleText(q.asks().toString());
        line.setOnAction(_ -> take(q));
        line.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                putOff(q);
                e.consume();
            }
        });
        line.textProperty().subscribe(_ -> below(q, ""));
        line.setMaxWidth(460);
        below(q, "");
        return line;
    }

    /** What is under the line: the models that fit, or what is wrong. */
    private void below(Question q, String wrong) {
        below.getChildren().clear();
        if (!wrong.isEmpty()) {
            below.getChildren().add(Ui.notice("", t("desktop.intake.not-saved"), wrong));
        }
        if (q.kind() != Question.Kind.DEVICE) {
            below.getChildren().add(Ui.label(t("desktop.intake.line-keys"), "small muted"));
            return;
        }
        List<DeviceModel> found = bench.devices().search(line.getText());
        Optional<DeviceModel> best = bench.devices().bestGuess(line.getText());
        found.stream().limit(MOST_MODELS).forEach(m -> below.getChildren().add(Ui.row(10,
                Ui.button("take-" + m.identifier().replace(',', '-'), m.name(), best.filter(m::equals).isPresent() ? "primary" : "",
                () -> identify(q, m)),
                Ui.label(m.identifier(), "code small"), Ui.label(String.join(" ", m.aNumbers()), "code small muted"),
                Ui.label(best.filter(m::equals).isPresent() ? t("desktop.key.enter") : "", "code small muted"))));
        if (found.size() > MOST_MODELS) {
            below.getChildren().add(Ui.label(t("desktop.identify.more", "n", (found.size() - MOST_MODELS)), "muted small"));
        }
        if (!line.getText().isBlank() && found.isEmpty()) {
            below.getChildren().add(Ui.notice("", t("desktop.identify.none", "typed", line.getText().strip()),
                    t("desktop.intake.keep-words")));
        }
        below.getChildren().add(Ui.row(10, Ui.button("by-looks", t("desktop.intake.by-looks"), "",
                () -> shell.showTicket(number, Stage.IDENTIFY)), Ui.label(t("desktop.intake.escape"), "small muted")));
    }

    private void take(Question q) {
        String typed = line.getText().strip();
        if (typed.isEmpty()) {
            return;
        }
        try {
            switch (q.kind()) {
                case DEVICE -> bench.devices().bestGuess(typed)
                        .ifPresentOrElse(m -> identify(q, m), () -> record(q, Map.of("deviceWords", typed), List.of()));
                case VERSION -> record(q, Map.of(q.facts().getFirst(), SystemVersion.parse(typed).toString()), List.of());
                case DAY -> record(q, Map.of(q.facts().getFirst(), day(typed).toString()), List.of());
                default -> record(q, Map.of("imei", Imei.exact(typed).digits()), List.of());
            }
        } catch (BadInput e) {
            below(q, String.valueOf(e.getMessage()));
        }
    }

    /** A day as typed: a date, or how many days ago. */
    private LocalDate day(String typed) {
        LocalDate today = bench.routes().today();
        try {
            LocalDate day = typed.matches("\\d{1,4}") ? today.minusDays(Long.parseLong(typed)) : LocalDate.parse(typed);
            if (!day.isAfter(today)) {
                return day;
            }
        } catch (DateTimeParseException e) {
            throw new BadInput(t("desktop.intake.bad-day", "typed", typed, "today", today), e);
        }
        throw new BadInput(t("desktop.intake.future-day", "typed", typed));
    }

    private void identify(Question q, DeviceModel m) {
        String typed = line.getText().strip();
        give(q, new Command.Identify(m.identifier(), Said.of("core.identified.at-counter", "words", typed)), false);
    }

    private void choose(Question q, Question.Answer a) {
        Ticket t = bench.ticket(number);
        record(q, a.sets(), Intake.settledBy(q).stream().filter(f -> t.facts().containsKey(f) && !a.sets().containsKey(f)).toList());
    }

    private void takeSeveral(Question q) {
        record(q, Map.of(q.facts().getFirst(), several.isEmpty() ? "none" : String.join(",", several)), List.of());
    }

    /** Everything that an answer says, and takes back, in one go. */
    private void record(Question q, Map<String, String> facts, List<String> withdrawn) {
        give(q, new Command.Answer(facts, withdrawn), false);
    }

    private void give(Question q, Command command, boolean put) {
        bench.commands().give(number, command).thenAccept(result -> result.then(_ -> answered.accept(q, put)));
    }

    private void putOff(Question q) {
        boolean one = q.facts().size() == 1 && q.kind() != Question.Kind.DEVICE && !q.isProblem() && q.kind() != Question.Kind.PROMISE;
        give(q, new Command.Answer(one ? Map.of(q.facts().getFirst(), Intake.NOT_KNOWN) : Map.of(), List.of()), !one);
    }

    /** @return whether the key meant something here */
    public boolean key(Question q, KeyCode code) {
        if (code == KeyCode.DIGIT0 || code == KeyCode.NUMPAD0) {
            putOff(q);
            return true;
        }
        if (code == KeyCode.ENTER && many(q)) {
            takeSeveral(q);
            return true;
        }
        List<Option> options = options(q, bench.ticket(number));
        int at = KEYS.indexOf(code.isKeypadKey() && code.compareTo(KeyCode.NUMPAD1) >= 0 && code.compareTo(KeyCode.NUMPAD9) <= 0
                ? KEYS.get(code.ordinal() - KeyCode.NUMPAD1.ordinal()) : code);
        if (at < 0 || at >= options.size()) {
            return false;
        }
        options.get(at).take().run();
        return true;
    }

    public String firstFocus(Question q) {
        if (typed(q)) {
            return "answer-line";
        }
        List<Option> options = options(q, bench.ticket(number));
        return options.isEmpty() ? "answer-done" : q.question() + "-" + options.getFirst().value();
    }
}
