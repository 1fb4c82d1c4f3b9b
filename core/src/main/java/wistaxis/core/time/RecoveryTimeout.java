package wistaxis.core.time;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import wistaxis.core.facts.BadInput;

/**
 * The mode first or the file first? A device leaves recovery by itself after a while, even in mid-download. Common practice: about 15
 * minutes; one practitioner says when the passcode wait that was running has elapsed.
 *
 * @param downloadSeconds how long the download takes
 * @param modeFirst the device goes into the mode at once, and back into it whenever it has dropped out
 * @param fileFirst the device goes into the mode once the firmware file is here
 * @param recommend {@code fileFirst} or {@code modeFirst}
 */
public record RecoveryTimeout(double downloadSeconds, Way modeFirst, Way fileFirst, String recommend, String reason) {
    private static final int MOST_REENTRIES = 500;

    /** A re-entry waits at most this part of a window for the end of the download, where that spares another one. Ours. */
    private static final double LONGEST_WAIT = 3;

    /**
     * @param reentries how often the device goes back into the mode
     * @param reentryAt seconds from the first moment in the mode; the last one waits a little, at most a third of a window, where that
     *     lets it cover the rest
     * @param handsOnMinutes hands on the device
     * @param totalMinutes until the greeting
     */
    public record Way(int reentries, List<Double> reentryAt, double handsOnMinutes, double totalMinutes) {
        public Way {
            reentryAt = List.copyOf(reentryAt);
        }
    }

    /**
     * Lengths in seconds.
     *
     * @param download of the firmware file; 0 when it is here
     * @param window how long the device stays in the mode, more than 0
     * @param entry hands on the device for one entry
     * @param prepare what the computer does after the download while the device has to be in the mode
     * @param write from the first byte written to the greeting
     */
    public record Lengths(double download, double window, double entry, double prepare, double write) {}

    /** @throws BadInput for a window so short that the work never ends */
    public static RecoveryTimeout of(Lengths l) {
        List<Double> modeFirst = reentries(l, l.download());
        List<Double> fileFirst = reentries(l, 0);
        long inPreparation = modeFirst.stream().filter(at -> at > l.download()).count();
        Way mode = way(modeFirst, l, l.entry() + l.download() + l.prepare() + l.write() + inPreparation * l.entry());
        Way file = way(fileFirst, l, l.download() + l.entry() + l.prepare() + l.write() + fileFirst.size() * l.entry());
        boolean fits = modeFirst.isEmpty();
        return new RecoveryTimeout(l.download(), mode, file, fits && l.download() > 0 ? "modeFirst" : "fileFirst", reason(l, mode, fits));
    }

    private static List<Double> reentries(Lengths l, double download) {
        List<Double> at = new ArrayList<>();
        double end = download + l.prepare();
        double inUntil = l.window();
        while (inUntil < end - 1e-6) {
            double late = end - l.window();
            double back = late > inUntil && late <= download && late - inUntil <= l.window() / LONGEST_WAIT ? late : inUntil;
            at.add(back);
            inUntil = back + l.window();
            if (at.size() > MOST_REENTRIES) {
                throw new BadInput(t("core.window.too-short", "seconds", Math.round(l.window()), "most", MOST_REENTRIES));
            }
        }
        return at;
    }

    private static Way way(List<Double> reentryAt, Lengths l, double total) {
        return new Way(reentryAt.size(), reentryAt, (1 + reentryAt.size()) * l.entry() / 60, total / 60);
    }

    private static String reason(Lengths l, Way mode, boolean fits) {
        if (l.download() <= 0) {
            return t("core.window.here");
        }
        return t(fits ? "core.window.fits" : "core.window.drops-out", "minutes", Math.round((l.download() + l.prepare()) / 60), "window",
                Math.round(l.window() / 60), "times", mode.reentries());
    }
}
