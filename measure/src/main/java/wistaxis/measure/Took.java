package wistaxis.measure;

import java.util.Arrays;
import java.util.function.LongConsumer;

/** How long something takes that is done again and again, milliseconds. */
final class Took {
    private Took() {}

    private static double[] sorted(int times, LongConsumer work) {
        double[] took = new double[times];
        for (int i = 0; i < times; i++) {
            long began = System.nanoTime();
            work.accept(i);
            took[i] = (System.nanoTime() - began) / 1e6;
        }
        Arrays.sort(took);
        return took;
    }

    static double median(int times, LongConsumer work) {
        return sorted(times, work)[times / 2];
    }

    /** Of 19 of 20 it takes no longer. */
    static double p95(int times, LongConsumer work) {
        return sorted(times, work)[(int) Math.ceil(0.95 * times) - 1];
    }
}
