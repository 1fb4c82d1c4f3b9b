package wistaxis.core.buttons;

import wistaxis.core.device.LayoutFacts;

/** A family's thresholds in nanoseconds; what each means is written beside the values in {@code button-layouts.json}. */
record Thresholds(
        long tapMax, long tapGap, long slider, long reset, long resetAlone, long emergency, long powerOn, long blackToLogo,
        long logoToCable,
        long boot, long bothMin, long bothMax, long tailMin, long computerDelay, long window, long sliderLinger, long settle,
        long loopLogo, long loopBlack, long secondBar, long charge, long slip) {

    static Thresholds of(LayoutFacts f) {
        return new Thresholds(
                nanos(f, "tapMax"), nanos(f, "tapGap"), nanos(f, "slider"), nanos(f, "reset"), nanos(f, "resetAlone"),
                nanos(f, "emergency"),
                nanos(f, "powerOn"), nanos(f, "blackToLogo"), nanos(f, "logoToCable"), nanos(f, "boot"), nanos(f, "bothMin"),
                nanos(f, "bothMax"),
                nanos(f, "tailMin"), nanos(f, "hostDelay"), nanos(f, "window"), nanos(f, "sliderLinger"), nanos(f, "settle"),
                nanos(f, "loopLogo"), nanos(f, "loopBlack"), nanos(f, "secondBar"), nanos(f, "charge"), nanos(f, "slip"));
    }

    private static long nanos(LayoutFacts family, String name) {
        return Math.round(family.seconds(name + "Seconds") * 1e9);
    }
}
