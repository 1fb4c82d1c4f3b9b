package wistaxis.desktop.view.firmware;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.TypedBuild;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/** Signing as it is written everywhere: a little rule, open at its end, with an end stop, or closed; a word and a date. */
public final class Signing {
    private static final String MOMENT = "EEE d MMM HH:mm";
    private static final String THIS_WEEK = "EEE HH:mm";

    private Signing() {}

    /** Whether a build is signed, for whoever has seen it: yes, no, not known. */
    static FlowPane asked(Build b, Workbench bench) {
        FlowPane row = Ui.chips(260);
        row.getChildren().add(Ui.label(t("desktop.signing.asked"), "small"));
        TypedBuild.SIGNED.forEach(a -> row.getChildren().add(Ui.button("signed-" + a + "-" + b.build(), t("desktop.signing." + a), now(b)
                .equals(a) ? "chip small chosen" : "chip small", () -> bench.stock().builds().signingSaid(b, a.equals("unknown") ? null
                : Boolean.valueOf(a.equals("yes"))))));
        return row;
    }

    private static String now(Build b) {
        return b.signingUnknown() ? "unknown" : b.signed() ? "yes" : "no";
    }

    public static Label label(Build b, Instant now) {
        Instant until = b.signedUntil();
        if (b.signingUnknown()) {
            return Ui.text(t("desktop.signing.unsure"), "strong muted");
        }
        if (!b.signedAt(now)) {
            return Ui.text(until == null ? t("desktop.signing.ended") : t("desktop.signing.ended-at", "at", Ui.date(MOMENT, until)),
                    "strong muted");
        }
        String moment = until != null && Duration.between(now, until).toDays() < 6 ? THIS_WEEK : MOMENT;
        return until == null ? Ui.text(t("desktop.signing.open"), "strong tide")
                : Ui.text(t("desktop.signing.until", "at", Ui.date(moment, until), "left", Ui.coarse(Duration.between(now, until))),
                "strong hands");
    }
}
