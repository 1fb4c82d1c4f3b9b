package wistaxis.desktop;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.store.ledger.DataFolder;

/** A second window in a process of its own: takes in a device, then does what it is told, a line at a time, and says when it is done. */
public final class FrontDesk {
    private static final long LINE = 250_000;

    private FrontDesk() {}

    /** @param args its data folder */
    public static void main(String[] args) throws IOException {
        Say.use(Language.ENGLISH);
        Path folder = Path.of(args[0]);
        try (Window w = new Window(DataFolder.open(folder), Instant.now(), LINE);
                BufferedReader in = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8))) {
            System.out.println("open");
            for (String line = in.readLine(); line != null && !line.equals("end"); line = in.readLine()) {
                String what = line.substring(line.indexOf(' ') + 1);
                switch (line.substring(0, Math.max(0, line.indexOf(' ')))) {
                    case "take-in" -> {
                        WholeWalk walk = new WholeWalk(w, what, folder);
                        walk.intake();
                        walk.identify();
                    }
                    case "click" -> w.click(what);
                    case "sees" -> w.sees(what);
                    default -> throw new IllegalArgumentException(line);
                }
                System.out.println("done " + line);
            }
        }
        System.exit(0);
    }
}
