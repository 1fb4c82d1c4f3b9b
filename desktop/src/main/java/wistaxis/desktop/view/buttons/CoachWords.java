package wistaxis.desktop.view.buttons;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.Reading;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Start;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Cue;
import wistaxis.core.coach.Instruction;
import wistaxis.core.coach.Verdict;
import wistaxis.core.device.Body;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.words.Text;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.device.PhoneDrawing;
import wistaxis.workbench.practice.Coaching;

/**
 * What the coach says above the score, to be read from a metre: the instruction, what comes then, the seconds; at rest what to do first,
 * and at the end what came of it.
 */
public final class CoachWords extends HBox {
    /** So that the score below does not jump between one line and two. */
    private static final double LEAST_HEIGHT = 142;

    private final Supplier<Coaching> source;
    private final CoachPane.Around around;
    private final Label huge = Ui.text("", "huge");
    private final Label detail = Ui.text("", "title");
    private final Label counter = Ui.label("", "counter hands");
    private final Label after = Ui.text("", "muted");

    public CoachWords(Supplier<Coaching> source, CoachPane.Around around) {
        super(16);
        this.source = source;
        this.around = around;
        setAlignment(Pos.CENTER_LEFT);
        setId("coach-words");
        huge.setId("instruction");
        detail.setId("instruction-detail");
        counter.setId("counter");
        counter.setMinWidth(Region.USE_PREF_SIZE);
        counter.setAlignment(Pos.CENTER_RIGHT);
        VBox words = Ui.column(2, huge, detail, after);
        HBox.setHgrow(words, Priority.ALWAYS);
        getChildren().addAll(words, counter);
    }

    @Override
    protected double computeMinHeight(double width) {
        return Math.max(LEAST_HEIGHT, computePrefHeight(width));
    }

    /** @param silent whether somebody goes by feel, without cues */
    public void tick(long now, boolean silent) {
        Coaching c = source.get();
        Optional<CoachRun> run = c.run();
        if (run.isPresent()) {
            running(c, run.get(), now, silent);
        } else {
            counter.setText("");
            resting(c);
        }
        flash(run.isPresent() && !silent ? c.upcoming() : List.of(), now);
    }

    private void running(Coaching c, CoachRun run, long now, boolean silent) {
        Instruction i = run.instruction(now);
        if (silent && !run.countingIn(now)) {
            say(t("desktop.coach.by-feel"), t("desktop.coach.from-memory", "method", c.method().map(ButtonSequence::name)), "");
            counter.setText("");
            return;
        }
        String then = silent ? "" : run.nextWords().isEmpty() ? t("desktop.coach.then-look") : t("desktop.coach.then", "what",
                run.nextWords());
        say(i.huge(), i.detail(), then);
        counter.setText(String.valueOf((int) (i.countsDown() ? Math.ceil(i.seconds()) : Math.floor(i.seconds()))));
    }

    /**
     * What the tones say, to be seen from a metre: the words stand on a ground that lights up at a press, is framed a second before
     * letting go, and turns dark at letting go.
     */
    private void flash(List<Cue> cues, long now) {
        String flash = cues.stream().filter(q -> q.atNanos() <= now && q.kind() != Cue.Kind.TICK && q.kind() != Cue.Kind.COUNT)
                .reduce((_, later) -> later)
                .map(q -> "flash-" + q.kind().name().toLowerCase(Locale.ROOT)).orElse("");
        if (!getStyleClass().contains(flash)) {
            getStyleClass().removeIf(name -> name.startsWith("flash-"));
            Ui.style(this, flash);
        }
    }

    private void resting(Coaching c) {
        Optional<Verdict> verdict = c.verdict();
        if (c.asking()) {
            say(t("desktop.coach.what-seen"), t("desktop.coach.look"),
                    t("desktop.coach.unseen"));
        } else if (c.reading().isPresent()) {
            Reading r = c.reading().get();
            say(r.success() ? t("desktop.coach.reached") : t("desktop.coach.not-reached"), r.state(), r.next());
        } else if (!around.onwards().isEmpty()) {
            say(done(c.goal()), verdict.filter(Verdict::success).map(v -> EventWords.of(v.says()).toString())
                    .orElse(t("desktop.coach.computer-sees", "mode", mode(c.goal()))), t("desktop.coach.next-enter", "what",
                    around.onwards()));
        } else if (verdict.isPresent()) {
            say(verdict.get().success() ? done(c.goal()) : t("desktop.coach.not." + c.goal()), EventWords.of(verdict.get().says()),
                    verdict.get().next());
        } else if (c.method().isEmpty()) {
            say(t("desktop.coach.none-left"), t("desktop.coach.needs-broken", "buttons", c.subject().broken().stream().map(
                    DeviceButton::words).toList()),
                    SequenceLibrary.instead(c.goal()).says());
        } else {
            ready(c, c.method().get());
        }
    }

    private void ready(Coaching c, ButtonSequence method) {
        boolean cable = c.subject().deviceNow().plugged() == method.plugged() || !cableMatters(c.goal());
        if (c.isObserved()) {
            say(head(c, method), t(method.plugged() ? "desktop.coach.plugged-start" : "desktop.coach.unplugged-start"),
                    c.reason());
        } else if (c.subject().starting()) {
            say(t("desktop.coach.starting"), t("desktop.coach.starting-how"), "");
        } else if (!method.from().contains(c.start())) {
            say(t("desktop.coach.other-start"), t("desktop.coach.begins-with", "method", method.name(), "states", method.from().stream()
                    .map(Start::words).toList(), "state", c.start().words()),
                    t("desktop.coach.other-start-how"));
        } else {
            say(cable ? head(c, method) : method.plugged() ? t("desktop.coach.plug-first")
                    : t("desktop.coach.unplug-first"),
                    cable ? t("desktop.coach.count-in")
                    : t(method.plugged() ? "desktop.coach.cable-plug" : "desktop.coach.cable-unplug"),
                    c.reason().isEmpty() ? t("desktop.coach.keys-here", "buttons", c.subject().model().body().buttons()
                    .stream() .map(k -> PhoneDrawing.CAPS.get(k.button()) + " " + k.name()).collect(Collectors.joining(", ")))
                            : c.reason());
        }
    }

    private static String head(Coaching c, ButtonSequence method) {
        return t("desktop.coach.method-goal", "method", method.name(), "goal", c.goal().words());
    }

    /** A restart or a start works with and without the computer. */
    private static boolean cableMatters(Goal goal) {
        return goal == Goal.RECOVERY || goal == Goal.DFU;
    }

    private void say(Object first, Object second, Object third) {
        String title = onThisBody(first);
        if (!huge.getText().equals(title)) {
            huge.setText(title);
        }
        detail.setText(onThisBody(second));
        after.setText(onThisBody(third));
    }

    /**
     * The buttons as they are called on this body: where the Volume buttons lie along the upper edge, nearer to Top and farther from it.
     */
    private String onThisBody(Object words) {
        String said = words.toString();
        for (Body.ButtonPlace k : source.get().subject().model().body().buttons()) {
            said = said.contains(k.name().toString()) ? said : said.replace(k.button().words().toString(), k.name().toString());
        }
        return said;
    }

    private static String done(Goal goal) {
        return switch (goal) {
            case RECOVERY -> t("desktop.coach.done.recovery");
            case DFU -> t("desktop.coach.done.dfu");
            case POWER_OFF -> t("desktop.coach.done.off");
            case POWER_ON -> t("desktop.coach.done.starts");
            case FORCE_RESTART -> t("desktop.coach.done.restarted");
            case LEAVE_RECOVERY, LEAVE_DFU -> t("desktop.coach.done.left");
        };
    }

    private static Text mode(Goal goal) {
        return (goal == Goal.DFU || goal == Goal.LEAVE_DFU ? Mode.DFU : Mode.RECOVERY).words();
    }
}
