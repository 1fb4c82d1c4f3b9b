package wistaxis.desktop.view.firmware;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import javafx.scene.control.Label;
import wistaxis.core.firmware.Build;
import wistaxis.desktop.look.Ui;

/** Signing as it is written everywhere: a little rule, open at its end, with an end stop, or closed; a word and a date. */
public final class Signing {
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("EEE d MMM HH:mm", Locale.ENGLISH)
            .withZone(ZoneId.systemDefault());
    private static final DateTimeFormatter THIS_WEEK = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH)
            .withZone(ZoneId.systemDefault());

    private Signing() {}

    public static Label label(Build b, Instant now) {
        Instant until = b.signedUntil();
        if (!b.signedAt(now)) {
            return Ui.text(until == null ? t("desktop.signing.ended") : t("desktop.signing.ended-at", "at", MOMENT.format(until)),
                    "strong muted");
        }
        DateTimeFormatter moment = until != null && Duration.between(now, until).toDays() < 6 ? THIS_WEEK : MOMENT;
        return until == null ? Ui.text(t("desktop.signing.open"), "strong tide")
                : Ui.text(t("desktop.signing.until", "at", moment.format(until), "left", Ui.coarse(Duration.between(now, until))),
                "strong hands");
    }
}
