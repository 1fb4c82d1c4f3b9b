package wistaxis.measure;

import java.io.IOException;
import java.util.List;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.BadInput;

/** A general tool of the machine that a measurement is made beside. */
final class Beside {
    private Beside() {}

    /**
     * Blocks until it has ended; what it prints is dropped.
     *
     * @throws BadInput where the machine does not have it
     * @throws Refusal where it fails, so that its time would mean nothing
     */
    static void run(String... command) throws InterruptedException {
        Process process;
        try {
            process = new ProcessBuilder(command).redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .redirectError(ProcessBuilder.Redirect.DISCARD).start();
        } catch (IOException e) {
            throw new BadInput("[" + command[0] + "] is not on the PATH: this measurement is made beside it; install it and try again", e);
        }
        if (process.waitFor() != 0) {
            throw new Refusal("[" + String.join(" ", List.of(command)) + "] ended with [" + process.exitValue()
                    + "]: nothing can be measured beside it");
        }
    }
}
