package wistaxis.measure;

import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.BadInput;

@Command(name = "start", mixinStandardHelpOptions = true,
        description =
                "How long whole starts take, each a process of its own and one beside the other: a bare window with a start cache of "
                + "its own, the own bench, the demo, and a call of the command line. Needs a display.")
final class BenchStart extends Output {
    @Option(names = "--rounds", paramLabel = "N", defaultValue = "5", description = "how many of each")
    private int rounds;

    /** Seconds are medians; ratios are to the bare window. */
    private record Row(double bareWindow, double own, double ownRatio, double demo, double demoRatio, double sequences) {}

    @Override
    public void run() {
        String home = System.getProperty("wistaxis.home");
        if (home == null || rounds < 1) {
            throw new BadInput(home == null ? "call it through the launcher: ./wistaxis bench start" : "--rounds [" + rounds
                    + "]: write at least 1");
        }
        try (Scratch scratch = Scratch.make("start")) {
            measure(Path.of(home), scratch.root());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refusal("stopped");
        }
    }

    private void measure(Path home, Path data) throws IOException, InterruptedException {
        String launcher = home.resolve("wistaxis").toString();
        Path cache = data.resolve("bare.aot");
        seconds(bare(home, "-XX:AOTCacheOutput=" + cache));
        Map<String, List<String>> calls = new LinkedHashMap<>();
        calls.put("bare", bare(home, "-XX:AOTCache=" + cache));
        calls.put("own", List.of(launcher, "--smoke", "--data", data.resolve("own").toString()));
        calls.put("demo", List.of(launcher, "demo", "--smoke", "--data", data.resolve("demo").toString()));
        calls.put("sequences", List.of(launcher, "sequences", "--device", "iPhone13,2", "--goal", "dfu"));
        Map<String, List<Double>> took = new LinkedHashMap<>();
        Progress progress = progress("starting " + rounds + " times each");
        for (int i = 0; i <= rounds; i++) {
            for (Map.Entry<String, List<String>> call : calls.entrySet()) {
                double seconds = seconds(call.getValue());
                if (i > 0) { // the first makes the folders
                    took.computeIfAbsent(call.getKey(), _ -> new ArrayList<>()).add(seconds);
                }
            }
            progress.accept(i / (double) rounds);
        }
        double bare = median(took.get("bare"));
        Row row = new Row(bare, median(took.get("own")), median(took.get("own")) / bare, median(took.get("demo")),
                median(took.get("demo")) / bare, median(took.get("sequences")));
        answer(row, List.of(String.format(Locale.ROOT, "a bare window        %.2f s, median of %d", row.bareWindow(), rounds),
                String.format(Locale.ROOT, "the own bench, empty %.2f s, %.2f times", row.own(), row.ownRatio()),
                String.format(Locale.ROOT, "the demo             %.2f s, %.2f times", row.demo(), row.demoRatio()),
                String.format(Locale.ROOT, "wistaxis sequences   %.2f s", row.sequences())));
    }

    /** A window in the same look with a label on it, started by Java directly. */
    private static List<String> bare(Path home, String cache) {
        String jars = home.resolve("measure/target/wistaxis-measure.jar") + File.pathSeparator
                + Arrays.stream(System.getProperty("java.class.path").split(File.pathSeparator)).filter(p -> p.contains("atlantafx-base"))
                .findFirst().orElseThrow();
        return List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), cache, "-Xlog:disable",
                "--module-path=" + home.resolve("measure/target/openjfx"), "--add-modules=javafx.controls",
                "--enable-native-access=javafx.graphics", "--sun-misc-unsafe-memory-access=allow", "-XX:+UseSerialGC", "-cp", jars,
                EmptyWindow.class.getName());
    }

    private static double median(List<Double> values) {
        return values.stream().sorted().toList().get(values.size() / 2);
    }

    /** Until the window can be used, or an answer is there. */
    private static double seconds(List<String> call) throws IOException, InterruptedException {
        long began = System.nanoTime();
        Process process = new ProcessBuilder(call).redirectError(ProcessBuilder.Redirect.DISCARD).start(); // a training speaks there
        try (BufferedReader out = process.inputReader()) {
            out.readLine();
            double took = (System.nanoTime() - began) / 1e9;
            out.transferTo(Writer.nullWriter());
            if (process.waitFor() != 0) {
                throw new Refusal("[" + String.join(" ", call) + "] did not start; a display is needed");
            }
            return took;
        }
    }
}
