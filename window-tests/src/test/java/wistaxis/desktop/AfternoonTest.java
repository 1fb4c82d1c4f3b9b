package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.cli.Main;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.ServerAddress;
import wistaxis.testserver.Server;
import wistaxis.testserver.Wire;

/** One afternoon of a shop with two windows, each a process, and a command line, on one ledger. */
@Tag("walk")
@ExtendWith({Waits.class, InEnglishAgain.class})
class AfternoonTest {
    private static final long LINE = 250_000;

    @TempDir
    private Path root = Path.of("");

    private Path joined(ServerAddress shop, String name) {
        return Server.joined(root, shop, name);
    }

    /** The other window. */
    private record Desk(Process process, BufferedReader says) implements AutoCloseable {
        static Desk at(Path folder) throws IOException {
            List<String> command = new ArrayList<>(List.of(ProcessHandle.current().info().command().orElseThrow()));
            ManagementFactory.getRuntimeMXBean().getInputArguments().stream().filter(a -> !a.startsWith("-javaagent")).forEach(command::add);
            command.add("-Djavafx.animation.pulse=30"); // it mostly waits for the other one
            command.addAll(List.of("-cp", System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")),
                    FrontDesk.class.getName(), folder.toString()));
            Process process = new ProcessBuilder(command).redirectError(new File("target/front-desk.txt")).start();
            Desk desk = new Desk(process, new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8)));
            desk.said("open");
            return desk;
        }

        private void said(String words) throws IOException {
            for (String line = says.readLine(); !words.equals(line); line = says.readLine()) {
                assertThat(line).as("the front desk ended; see target/front-desk.txt").isNotNull();
            }
        }

        void does(String... lines) throws IOException {
            PrintStream to = new PrintStream(process.getOutputStream(), true, StandardCharsets.UTF_8);
            for (String line : lines) {
                to.println(line);
                said("done " + line);
            }
        }

        @Override
        public void close() {
            process.destroyForcibly();
        }
    }

    private static String says(Path folder, String... words) {
        StringWriter out = new StringWriter();
        List<String> all = new ArrayList<>(List.of(words));
        all.addAll(List.of("--data", folder.toString()));
        int code = Main.run(new PrintWriter(out, true), new PrintWriter(out, true), all.toArray(String[]::new));
        assertThat(code).as("%s", out).isZero();
        return out.toString();
    }

    /** The office says something of the ticket while the bench is cut off and answers a check: both sides are shown, and added. */
    private static void bothWorkOnIt(Window w, Wire wire, Path office, String number) {
        wire.cut();
        w.sees("Server not reached since");
        w.click("greeting-seen-0");
        Window.until(() -> w.bench.tickets().kept() > 0, "the check to be kept");
        says(office, "ticket", "answer", number, "backup=computer");
        wire.mend();
        Window.until(() -> w.bench.tickets().held().size() == 1, "both sides");
        w.click("held");
        w.sees("In the ledger, meanwhile", "Here, at Back bench", "Office: Intake: backup: On a computer", "Greeting screen: seen");
        w.click("add-" + number);
        w.sees("Nothing waits");
        w.click("nav-bench");
        w.click("lane-" + number);
    }

    @Test
    void twoWindowsAndACommandLineWorkOnOneLedger() throws Exception {
        Say.use(Language.ENGLISH);
        ServerAddress shop = Server.prepared();
        Path office = joined(shop, "Office");
        try (Wire wire = new Wire(shop); Desk desk = Desk.at(joined(shop, "Front desk"))) {
            Path folder = joined(wire.address(), "Back bench");
            try (Window w = new Window(DataFolder.open(folder), Instant.now(), LINE)) {
                String number = "T-0041"; // behind those that are kept for each
                WholeWalk walk = new WholeWalk(w, number, folder);
                desk.does("take-in " + number);
                w.sees("at Front desk");
                w.click("lane-" + number);
                w.click("take-over");
                desk.does("sees Back bench");
                walk.route();
                walk.firmware();
                walk.buttons();
                wire.cut();
                w.sees("Server not reached since");
                walk.restore();
                assertThat(w.bench.tickets().kept()).isPositive();
                assertThat(says(office, "ticket", "show", number)).as("not reached yet").doesNotContain("estored to 31.10");
                wire.mend();
                Window.until(() -> w.bench.tickets().kept() == 0 && w.bench.tickets().away().isEmpty(), "what was kept to be in the ledger");
                bothWorkOnIt(w, wire, office, number);
                walk.handOver();
                desk.does("click nav-ledger", "sees Closed: restored to 31.10, handed over");
                assertThat(w.bench.tickets().held()).isEmpty();
            }
        }
        assertThat(says(office, "figures")).contains("1 tickets, 1 closed");
        assertThat(says(office, "ledger", "verify")).contains("the ledger is verified");
    }
}
