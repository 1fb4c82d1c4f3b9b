package wistaxis.core.ticket;

import java.util.Locale;
import wistaxis.core.words.Text;

/** The way of a ticket, in order. */
public enum Stage {
    INTAKE, IDENTIFY, ROUTE, FIRMWARE, KEYS, RESTORE, HANDOVER, CLOSED;

    public Text words() {
        return Text.of("core.stage." + name().toLowerCase(Locale.ROOT));
    }
}
