package wistaxis.desktop.view.firmware;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import javafx.scene.control.Label;
import wistaxis.core.firmware.Build;
import wistaxis.desktop.look.Ui;

/** Signing as it is written everywhere: a little rule, open at its end, with an end stop, or closed; a word and a date. */
public final class Signing {
    private static final String MOMENT = "EEE d MMM HH:mm";
    private static final String THIS_WEEK = "EEE HH:mm";

    private Signing() {}

    public static Label label(Build b, Instant now) {
        Instant until = b.signedUntil();
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
