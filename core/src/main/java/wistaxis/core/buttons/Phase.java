package wistaxis.core.buttons;

import org.jspecify.annotations.Nullable;

/** What the device is doing; one record a phase, all times in nanoseconds on the caller's own scale. */
public sealed interface Phase {
    /** Powered off; leaves by the power button. */
    record Off() implements Phase {}

    /**
     * Black, and nothing answers, because the battery is empty; becomes {@link Off} after charging for a while.
     *
     * @param chargingNanos since when it charges; null while it does not
     */
    record Flat(@Nullable Long chargingNanos) implements Phase {}

    /** Up and showing its lock screen, disabled screen or greeting; leaves by a reset. */
    record Running(Screen face) implements Phase {}

    /** Boots, fails and boots again; leaves by a reset. */
    record Looping(long sinceNanos) implements Phase {}

    /**
     * The power-off slider or the emergency call countdown, over the lock screen; goes back to it when left alone.
     *
     * @param letGoNanos since when no button holds it there; null while one does
     */
    record Slider(boolean emergency, @Nullable Long letGoNanos) implements Phase {}

    /**
     * Black after a reset, before the logo: the moment in which DFU can be entered.
     *
     * @param logoDueNanos when the logo comes if nothing else happens
     * @param bothSinceNanos since when the power and the low button are down together; null while they are not
     */
    record Black(long sinceNanos, long logoDueNanos, @Nullable Long bothSinceNanos) implements Phase {}

    /** The low button alone after both buttons: on its way into DFU. */
    record Tail(long sinceNanos) implements Phase {}

    /**
     * The boot logo.
     *
     * @param held whether the power button has been down since before the logo: the way into recovery
     */
    record Logo(long sinceNanos, boolean held) implements Phase {}

    /** The cable screen; leaves by a reset, by the computer, or by itself when the window ends. */
    record Recovery(long sinceNanos) implements Phase {}

    /** Wholly black, seen by the computer only; leaves by a reset or by the computer. */
    record Dfu() implements Phase {}

    /** The computer writes to it; losing the cable throws it back into recovery. */
    record Restoring() implements Phase {}

    /** Restarted after a restore: second bar, then the greeting screen. */
    record SecondBar(long sinceNanos) implements Phase {}
}
