package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jdk.jfr.Recording;
import jdk.jfr.consumer.RecordedEvent;
import jdk.jfr.consumer.RecordedFrame;
import jdk.jfr.consumer.RecordingFile;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/**
 * What the window's thread waits for while a class of tests does what people do, which fails where it does: each statement of a database (by the event of the SQL firmware file),
 * each reading, writing and forcing of a file, each byte of the network (by the events of Java itself).
 */
final class Waits implements BeforeAllCallback, AfterAllCallback {
    private static final List<String> EVENTS = List.of("jdk.FileRead", "jdk.FileWrite", "jdk.FileForce", "jdk.SocketRead", "jdk.SocketWrite",
            "jdbi.statement");

    /** Reading the program itself: its classes, facts, sheets, fonts and libraries; and the end, which waits on purpose. */
    private static final List<String> PROGRAM = List.of("ClassLoader", "java.util.zip", "getResource", "facts.Json:fact:", "words.MessageFile:shipped", "look.Look:apply",
            "look.Theme:text", "look.Look$Fonts", "Workbench:close:", "jdk.internal.loader", "Shell:close", "sun.security.provider", "javafx.print",
            "com.sun.javafx.font", "com.sun.javafx.css", "javafx.css.");

    private final Recording recording = new Recording();

    @Override
    public void beforeAll(ExtensionContext context) {
        EVENTS.forEach(e -> recording.enable(e).withStackTrace().withThreshold(Duration.ZERO));
        recording.start();
    }

    @Override
    public void afterAll(ExtensionContext context) throws IOException {
        try (recording) {
            assertThat(found()).as("what the window's thread waited for").isEmpty();
        }
    }

    /** Where it waited, innermost of our own code first; what Java itself reads to load a class is not ours. */
    private Set<String> found() throws IOException {
        long fx = Window.onFx(() -> Thread.currentThread().threadId());
        Path file = Files.createTempFile("waits", ".jfr");
        try {
            recording.stop();
            recording.dump(file);
            Set<String> found = new TreeSet<>();
            for (RecordedEvent e : RecordingFile.readAllEvents(file)) {
                if (EVENTS.contains(e.getEventType().getName()) && e.getThread() != null && e.getStackTrace() != null
                        && e.getThread().getJavaThreadId() == fx) {
                    List<String> frames = e.getStackTrace().getFrames().stream().map(Waits::name).toList();
                    boolean loads = frames.stream().anyMatch(f -> PROGRAM.stream().anyMatch(f::contains));
                    String ours = frames.stream().filter(f -> f.startsWith("wistaxis.") && !f.startsWith("wistaxis.desktop.Window:"))
                            .limit(6).collect(Collectors.joining(" < "));
                    if (!loads && !ours.isEmpty()) {
                        found.add(e.getEventType().getName() + ": " + ours);
                    }
                }
            }
            return found;
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private static String name(RecordedFrame frame) {
        return frame.getMethod().getType().getName() + ":" + frame.getMethod().getName() + ":" + frame.getLineNumber();
    }
}
