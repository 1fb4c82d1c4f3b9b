package wistaxis.core.usb;

import java.util.List;
import wistaxis.core.outside.OutsideProblem;

/** Looks at the computer's USB. Called often, off the interface thread. */
public interface UsbWatch {
    /** The devices of the maker that hang on it now. @throws OutsideProblem when the bus cannot be looked at */
    List<UsbDevice> look() throws OutsideProblem;

    /** How it looks, in a few words. */
    String says();

    /** How long to leave between two looks, milliseconds. */
    default long everyMillis() {
        return 250;
    }
}
