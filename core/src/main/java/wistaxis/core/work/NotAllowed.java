package wistaxis.core.work;

import wistaxis.core.facts.BadInput;

/** The rules do not allow it now, however it was typed; the message says why. */
public final class NotAllowed extends BadInput {
    private static final long serialVersionUID = 1L;

    public NotAllowed(String why) {
        super(why);
    }
}
