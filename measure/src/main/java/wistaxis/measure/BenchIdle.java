package wistaxis.measure;

import com.sun.management.OperatingSystemMXBean;
import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.application.Platform;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.desktop.NoDisplay;
import wistaxis.desktop.view.shell.Shell;
import wistaxis.standins.SimulatedDevice;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.computer.OshiComputer;
import wistaxis.workbench.computer.OshiUsb;
import wistaxis.workbench.life.World;

@Command(name = "idle", mixinStandardHelpOptions = true,
        description =
                "What a window costs that nobody touches: a process of its own on the display, which shows one page after the other.")
final class BenchIdle extends Output {
    /** What a page has done by then it does no more: classes, compilers, the first look at everything. */
    private static final int SETTLES = 40;

    @Option(names = "--seconds", paramLabel = "N", defaultValue = "20", description = "how long each page is watched")
    private int seconds;

    /** @param core of one processor core, percent @param megabytes in memory, resident; 0 where the system does not tell */
    private record Row(String page, double core, double megabytes) {}

    private record Rows(List<Row> rows) {}

    @Override
    public void run() {
        String home = System.getProperty("wistaxis.home");
        if (home == null || seconds < 1) {
            throw new BadInput(home == null ? "call it through the launcher: ./wistaxis bench idle" : "--seconds [" + seconds
                    + "]: write at least 1");
        }
        try (Scratch scratch = Scratch.make("idle")) {
            Rows rows = Json.read(watched(Path.of(home), scratch.root()), Rows.class, "what was watched");
            answer(rows, rows.rows().stream().map(r -> String.format(Locale.ROOT, "%-32s %5.1f %% of a core, %4.0f MB", r.page(), r.core(),
                    r.megabytes())).toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refusal("stopped");
        }
    }

    /** The options of the launcher's window. */
    private String watched(Path home, Path data) throws IOException, InterruptedException {
        Process window = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "--module-path=" + home.resolve("desktop/target/openjfx"), "--add-modules=javafx.controls",
                "--enable-native-access=javafx.graphics,ALL-UNNAMED", "--sun-misc-unsafe-memory-access=allow", "-XX:+UseSerialGC",
                "-Xmx512m", "-XX:CompileThresholdScaling=8", "-Djdk.reflect.useNativeAccessorOnly=true", "-cp",
                System.getProperty("java.class.path"), Main.class.getName(), "bench", "idle-window", "--data", data.toString(),
                "--seconds", String.valueOf(seconds))
                .redirectError(ProcessBuilder.Redirect.INHERIT).start();
        try (BufferedReader out = window.inputReader()) {
            String said = out.readLine();
            if (window.waitFor() != 0 || said == null) {
                throw new Refusal("the window that is watched did not open");
            }
            return said;
        }
    }

    /** The window that is watched. */
    @Command(name = "idle-window", hidden = true)
    static final class Watched extends Output {
        private static final String NUMBER = "T-0001";
        private static final List<TicketEvent> AT_THE_COMPUTER = List.of(new TicketEvent.FactRecorded("trouble", "looping"),
                new TicketEvent.Identified("iPhone13,2", "by the number"),
                new TicketEvent.ConsentAsked("recovery-restore", true, "owner", "none"), new TicketEvent.RouteChosen("recovery-restore"),
                new TicketEvent.FirmwareFrom(TicketEvent.FirmwareFrom.COMPUTER), new TicketEvent.ModeEntered(Mode.RECOVERY),
                new TicketEvent.RestoreStarted(null), new TicketEvent.StageReached("download"), new TicketEvent.StageReached("prepare"));

        @Option(names = "--data", required = true)
        private Path data = Path.of("");

        @Option(names = "--seconds")
        private int seconds = 20;

        private final List<Row> rows = new ArrayList<>();

        @Override
        public void run() {
            try {
                NoDisplay.unless(() -> Platform.startup(() -> { }));
            } catch (NoDisplay e) {
                throw new Refusal(String.valueOf(e.getMessage()));
            }
            DataFolder folder = DataFolder.open(data);
            try (Ledger ledger = Ledger.open(folder.ledger())) {
                ledger.openTicket(new TicketEvent.Opened("Ferry crew 3", false), Instant.now());
            }
            Workbench bench = new Workbench(Workbench.Setup.of("My bench", folder, _ -> World.real(new OshiComputer(),
                    OshiUsb.ofThisComputer(), SimulatedDevice::new), Platform::runLater));
            Shell[] shell = new Shell[1];
            Screenshots.onFx(() -> {
                shell[0] = new Shell(bench);
                Screenshots.show(shell[0]);
            });
            watch("the bench, one ticket", shell[0]::showBench);
            watch("intake", () -> shell[0].showTicket(NUMBER));
            watch("the drill, before a start", shell[0]::showDrill);
            watch("the drill, an attempt runs", () -> bench.drill().coaching().begin());
            Screenshots.onFx(() -> bench.drill().coaching().stop());
            Screenshots.onFx(() -> bench.tickets().append(NUMBER, AT_THE_COMPUTER));
            watch("a run of the host", () -> shell[0].showTicket(NUMBER));
            Screenshots.onFx(() -> {
                shell[0].close();
                bench.close();
            });
            out().println(Json.write(new Rows(rows)));
            Platform.exit();
        }

        private void watch(String page, Runnable show) {
            Screenshots.onFx(show);
            boolean moves = page.contains("runs");
            pause(moves ? 1 : rows.isEmpty() ? SETTLES : SETTLES / 4);
            var system = (OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();
            long cpu = system.getProcessCpuTime();
            long began = System.nanoTime();
            pause(moves ? Math.min(seconds, 10) : seconds); // an attempt takes longer than ten seconds
            rows.add(new Row(page, 100.0 * (system.getProcessCpuTime() - cpu) / (System.nanoTime() - began), resident()));
        }

        private static void pause(int seconds) {
            try {
                Thread.sleep(1000L * seconds);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new Refusal("stopped");
            }
        }

        private static double resident() {
            File status = new File("/proc/self/status");
            try {
                return !status.exists() ? 0 : Files.readAllLines(status.toPath()).stream().filter(l -> l.startsWith("VmRSS:"))
                        .mapToDouble(l -> Double.parseDouble(l.replaceAll("\\D+", "")) / 1024).findFirst().orElse(0);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }
}
