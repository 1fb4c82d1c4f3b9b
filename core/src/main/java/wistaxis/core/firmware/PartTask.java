package wistaxis.core.firmware;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoublePredicate;
import java.util.function.IntPredicate;

/**
 * The comparison of one part of a firmware file with its digest. Tasks of one firmware file may run at the same time on several threads.
 */
public interface PartTask {
    /** Bytes to read. */
    long bytes();

    /**
     * @param read told how many bytes more were read; answering false stops
     * @return what is wrong; empty when nothing is
     * @throws InterruptedIOException when stopped
     */
    String compare(IntPredicate read) throws IOException;

    /** Runs the tasks of a firmware file. */
    interface Runner {
        /** @return what is wrong, without the empty answers */
        List<String> run(List<PartTask> tasks) throws IOException;

        /** Whether somebody still waits; asked before the tasks are known. */
        default boolean wanted() {
            return true;
        }

        /** One after the other on the caller's thread. @param goOn called with the fraction done, 0 to 1; answering false stops */
        static Runner inTurn(DoublePredicate goOn) {
            return tasks -> {
                long total = Math.max(1, tasks.stream().mapToLong(PartTask::bytes).sum());
                long[] done = {0};
                List<String> wrong = new ArrayList<>();
                for (PartTask task : tasks) {
                    wrong.add(task.compare(n -> goOn.test(Math.min(1.0, (done[0] += n) / (double) total))));
                }
                return wrong.stream().filter(w -> !w.isEmpty()).toList();
            };
        }
    }
}
