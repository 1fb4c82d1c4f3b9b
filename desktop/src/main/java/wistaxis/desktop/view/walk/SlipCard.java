package wistaxis.desktop.view.walk;

import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import wistaxis.core.steps.WalkRun;
import wistaxis.desktop.look.Ui;

/** What a check came to: pass, fail or not yet, and why. */
public final class SlipCard extends VBox {
    /** The slip of whatever was checked. */
    public SlipCard(WalkRun run) {
        super(6);
        getStyleClass().add("card");
        boolean buying = run.ways().getFirst().of().equals("buying-check");
        Label verdict = Ui.label(buying ? words(run.verdict()) : found(run.verdict()), "huge "
                + (run.verdict().equals("pass") ? "tide" : run.verdict().equals("fail")
                ? "erases" : "hands"));
        verdict.setId("slip-verdict");
        getChildren().add(verdict);
        run.judged().forEach(j -> {
            getChildren().add(Ui.text(mark(j.verdict()) + j.title() + (j.title().endsWith("?") ? " " : ": ") + j.words() + ".",
                    j.verdict().equals("pass") ? "" : "strong"));
            if (j.then() != null) {
                getChildren().add(Ui.text(j.then(), "small hands"));
            }
        });
        if (!buying) {
            return;
        }
        getChildren().add(Ui.text("What was looked at here, today. It says nothing of what is inside, nor of what happens later.",
                "small muted"));
    }

    private static String words(String verdict) {
        return switch (verdict) {
            case "pass" -> "Pass";
            case "fail" -> "Fail: do not buy";
            default -> "Not yet";
        };
    }

    private static String found(String verdict) {
        return switch (verdict) {
            case "pass" -> "All of it works";
            case "fail" -> "Something does not work";
            default -> "Not all was looked at";
        };
    }

    private static String mark(String verdict) {
        return switch (verdict) {
            case "pass" -> "\u2713 ";
            case "fail" -> "\u2717 ";
            default -> "? ";
        };
    }
}
