package wistaxis.core.ticket;

/** The way of a ticket, in order. */
public enum Stage {
    INTAKE("Intake"), IDENTIFY("Identify"), ROUTE("Route"), FIRMWARE("Firmware"), KEYS("Keys"), RESTORE("Restore"), HANDOVER("Handover"),
            CLOSED("Closed");

    private final String words;

    Stage(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
