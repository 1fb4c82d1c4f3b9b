package wistaxis.store.firmware;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorCompletionService;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.DoublePredicate;
import wistaxis.core.firmware.PartTask;

/**
 * Compares the parts of a firmware file on all cores.
 *
 * @param goOn called on the caller's thread with the fraction done, 0 to 1; answering false stops
 */
public record AllCores(DoublePredicate goOn) implements PartTask.Runner {
    private static final long LOOK_MILLIS = 40;

    @Override
    public boolean wanted() {
        return goOn.test(0);
    }

    @Override
    public List<String> run(List<PartTask> tasks) throws IOException {
        long total = Math.max(1, tasks.stream().mapToLong(PartTask::bytes).sum());
        AtomicBoolean stop = new AtomicBoolean();
        LongAdder done = new LongAdder();
        try (ExecutorService threads = Executors.newFixedThreadPool(Math.max(1, Runtime.getRuntime().availableProcessors()))) {
            ExecutorCompletionService<String> answers = new ExecutorCompletionService<>(threads);
            List<Future<String>> all = tasks.stream().map(t -> answers.submit(() -> stop.get() ? "" : t.compare(n -> {
                done.add(n);
                return !stop.get();
            }))).toList();
            try {
                for (int left = tasks.size(); left > 0;) {
                    left -= answers.poll(LOOK_MILLIS, TimeUnit.MILLISECONDS) == null ? 0 : 1;
                    if (!goOn.test(Math.min(1.0, done.sum() / (double) total))) {
                        throw new InterruptedIOException("stopped");
                    }
                }
                return answers(all);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new InterruptedIOException("stopped");
            } finally {
                stop.set(true);
            }
        }
    }

    private static List<String> answers(List<Future<String>> all) throws IOException, InterruptedException {
        List<String> wrong = new ArrayList<>();
        for (Future<String> answer : all) {
            try {
                wrong.add(answer.get());
            } catch (ExecutionException e) {
                switch (e.getCause()) {
                    case RuntimeException hostile -> throw hostile;
                    case IOException unreadable -> throw unreadable;
                    case Error grave -> throw grave;
                    case null, default -> throw new IOException(e.getCause());
                }
            }
        }
        return wrong.stream().filter(w -> !w.isEmpty()).toList();
    }
}
