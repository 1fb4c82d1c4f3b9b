package wistaxis.desktop.view.keys;

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
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Cue;
import wistaxis.core.coach.Instruction;
import wistaxis.core.coach.Verdict;
import wistaxis.core.device.Body;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.Reading;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.ticket.EventWords;
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
            say("By feel", "No cues: " + c.school().map(KeySequence::school).orElse("") + ", from memory.", "");
            counter.setText("");
            return;
        }
        String then = silent ? "" : "Then: " + (run.nextWords().isEmpty() ? "look at the screen" : run.nextWords());
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
            say("What do you see?", "Look at the device, and at what the host offers; then say it below.",
                    "Nobody else has seen the keys.");
        } else if (c.reading().isPresent()) {
            Reading r = c.reading().get();
            say(r.success() ? "Landed" : "Not there", r.state(), r.next());
        } else if (!around.onwards().isEmpty()) {
            say(done(c.goal()), verdict.filter(Verdict::success).map(v -> EventWords.of(v.says()))
                    .orElse("The host sees the device in " + mode(c.goal()) + "."), "Next: " + around.onwards() + ", with Enter.");
        } else if (verdict.isPresent()) {
            say(verdict.get().success() ? done(c.goal()) : "Not " + landed(c.goal()), EventWords.of(verdict.get().says()),
                    verdict.get().next());
        } else if (c.school().isEmpty()) {
            say("No sequence is left", "Every sequence for this needs " + c.subject().broken().stream().map(PhysicalKey::words)
                    .collect(Collectors.joining(" or ")) + ", which is broken.",
                    SequenceLibrary.instead(c.goal()).says());
        } else {
            ready(c, c.school().get());
        }
    }

    private void ready(Coaching c, KeySequence school) {
        boolean cable = c.subject().deviceNow().plugged() == school.plugged() || !cableMatters(c.goal());
        if (c.isObserved()) {
            say(school.school() + ": " + of(c.goal()), (school.plugged() ? "Plugged into the host from the start. "
                    : "Unplugged at the start. ") + "Both hands on the device, then Enter: a count-in of three, and the coach leads.",
                    c.reason());
        } else if (c.subject().starting()) {
            say("It is still starting", "Wait until it shows its lock screen: keys held while it starts do nothing.", "");
        } else if (!school.from().contains(c.start())) {
            say("Another start", school.school() + " begins with a device that is " + school.from().stream().map(Object::toString)
                    .collect(Collectors.joining(", or ")) + "; this one is " + c.start() + ".",
                    "Choose another school or goal, or bring the device into that state first.");
        } else {
            say(cable ? school.school() + ": " + of(c.goal()) : school.plugged() ? "Plug in first" : "Unplug first",
                    cable ? "Both hands on the device, then Enter: a count-in of three, and the coach leads."
                    : "The cable is key P, or click on it. This school wants the device "
                            + (school.plugged() ? "in the host from the start." : "unplugged at the start."),
                    c.reason().isEmpty() ? "Its keys here: " + c.subject().model().body().keys().stream()
                    .map(k -> PhoneDrawing.CAPS.get(k.key()) + " " + k.name()).collect(Collectors.joining(", ")) + "." : c.reason());
        }
    }

    /** A restart or a start works with and without the host. */
    private static boolean cableMatters(Goal goal) {
        return goal == Goal.RECOVERY || goal == Goal.DFU;
    }

    private void say(String first, String second, String third) {
        String title = onThisBody(first);
        if (!huge.getText().equals(title)) {
            huge.setText(title);
        }
        detail.setText(onThisBody(second));
        after.setText(onThisBody(third));
    }

    /** The keys as they are called on this body: where the Volume keys lie along the upper edge, nearer to Top and farther from it. */
    private String onThisBody(String words) {
        String said = words;
        for (Body.KeyPlace k : source.get().subject().model().body().keys()) {
            said = said.contains(k.name()) ? said : said.replace(k.key().words(), k.name());
        }
        return said;
    }

    /** A goal in words, after "Practise" or a school's name. */
    public static String of(Goal goal) {
        return switch (goal) {
            case RECOVERY -> "into recovery";
            case DFU -> "into DFU";
            case LEAVE_DFU -> "out of DFU";
            case LEAVE_RECOVERY -> "out of recovery";
            default -> goal.toString().replace('-', ' ');
        };
    }

    private static String done(Goal goal) {
        return switch (goal) {
            case RECOVERY, DFU -> "In " + mode(goal) + ". Let go.";
            case POWER_OFF -> "Off";
            case POWER_ON -> "It starts";
            case FORCE_RESTART -> "Restarted. Let go.";
            case LEAVE_RECOVERY, LEAVE_DFU -> "It has left " + mode(goal);
        };
    }

    private static String landed(Goal goal) {
        return switch (goal) {
            case RECOVERY, DFU -> "in " + mode(goal);
            case POWER_OFF -> "off";
            case POWER_ON -> "on";
            case FORCE_RESTART -> "restarted";
            case LEAVE_RECOVERY, LEAVE_DFU -> "out of " + mode(goal);
        };
    }

    private static String mode(Goal goal) {
        return goal == Goal.DFU || goal == Goal.LEAVE_DFU ? "DFU" : "recovery";
    }
}
