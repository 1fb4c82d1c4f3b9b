package wistaxis.desktop.view.guide;

import static wistaxis.core.words.Say.t;

import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.Judgement;
import wistaxis.desktop.look.Ui;

/** What a check came to: pass, fail or not yet, and why. */
public final class SlipCard extends VBox {
    /** The slip of whatever was checked. */
    public SlipCard(GuideRun run) {
        super(6);
        getStyleClass().add("card");
        boolean buying = run.ways().getFirst().of().equals("buying-check");
        Label verdict = Ui.label(buying ? run.verdict().ofBuying() : found(run.verdict()), "huge "
                + (run.verdict() == Judgement.PASS ? "tide" : run.verdict() == Judgement.FAIL
                ? "erases" : "hands"));
        verdict.setId("slip-verdict");
        getChildren().add(verdict);
        run.judged().forEach(j -> {
            getChildren().add(Ui.text(mark(j.verdict()) + j.title() + (j.title().toString().endsWith("?") ? " " : ": ") + j.words() + ".",
                    j.verdict() == Judgement.PASS ? "" : "strong"));
            if (j.then() != null) {
                getChildren().add(Ui.text(j.then(), "small hands"));
            }
        });
        if (!buying) {
            return;
        }
        getChildren().add(Ui.text(t("desktop.guide.only-seen"),
                "small muted"));
    }

    private static String found(Judgement verdict) {
        return switch (verdict) {
            case PASS -> t("desktop.guide.all-works");
            case FAIL -> t("desktop.guide.something-fails");
            default -> t("desktop.guide.not-all");
        };
    }

    private static String mark(Judgement verdict) {
        return switch (verdict) {
            case PASS -> "\u2713 ";
            case FAIL -> "\u2717 ";
            default -> "? ";
        };
    }
}
