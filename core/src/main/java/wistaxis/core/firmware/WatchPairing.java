package wistaxis.core.firmware;

import java.util.Optional;

/**
 * Which watch systems pair with which phone systems. The two are numbered differently: phone 15 goes with watch 8 (common practice), and
 * so up to phone 18 the watch's number is seven lower; from 26 on the numbers are the same (both from memory). A watch on an older system
 * pairs with a newer phone; one on a newer system than the phone's does not pair, and cannot be moved down.
 */
public final class WatchPairing {
    private static final int LOWER = 7;
    private static final int LAST_OF_TWO = 18;
    private static final int FIRST_OF_ONE = 26;

    private WatchPairing() {}

    /** The watch system that goes with a phone system; empty for what the table does not know. */
    public static Optional<Integer> watchOf(int phoneMajor) {
        return phoneMajor >= FIRST_OF_ONE ? Optional.of(phoneMajor)
                : phoneMajor > LOWER && phoneMajor <= LAST_OF_TWO ? Optional.of(phoneMajor - LOWER) : Optional.empty();
    }

    /** Whether a watch pairs with a phone; empty for what the table does not know: that is "not known", never "fits". */
    public static Optional<Boolean> pairs(SystemVersion phone, SystemVersion watch) {
        int w = watch.major();
        boolean known = w >= 1 && w <= LAST_OF_TWO - LOWER || w >= FIRST_OF_ONE;
        return known ? watchOf(phone.major()).map(most -> w <= most) : Optional.empty();
    }
}
