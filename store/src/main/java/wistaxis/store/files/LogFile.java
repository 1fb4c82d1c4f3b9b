package wistaxis.store.files;

import java.io.IOException;
import java.nio.file.Path;
import java.util.logging.FileHandler;
import java.util.logging.Level;
import java.util.logging.LogRecord;
import java.util.logging.Logger;
import java.util.logging.SimpleFormatter;
import java.util.regex.Pattern;
import org.slf4j.LoggerFactory;

/**
 * The program's log in the data folder: what failed and where, in three files of at most a megabyte that take turns. It holds nothing
 * that somebody typed.
 */
public final class LogFile implements AutoCloseable {
    private static final int BYTES = 1_000_000;
    private static final int FILES = 3;
    private static final String NAME = "wistaxis";
    private static final Logger ROOT = Logger.getLogger(NAME);

    /** Values stand in brackets in every message of ours; any of them may be a customer's. */
    private static final Pattern VALUE = Pattern.compile("\\[[^\\]]*\\]?");

    static {
        ROOT.setUseParentHandlers(false); // before a log is begun nothing is written anywhere
    }

    private final FileHandler handler;

    private LogFile(FileHandler handler) {
        this.handler = handler;
    }

    /** Begins to write, behind what is there. @throws IOException when the folder cannot be written to */
    public static LogFile begin(Path file) throws IOException {
        Rights.makeFolder(file.toAbsolutePath().getParent());
        String pattern = file.toAbsolutePath().toString().replace("%", "%%").replaceFirst("\\.log$", "-%g.log");
        FileHandler handler = new FileHandler(pattern, BYTES, FILES, true);
        handler.setEncoding("UTF-8");
        handler.setFormatter(new SimpleFormatter() {
            @Override
            public String format(LogRecord record) {
                return record.getInstant() + " " + record.getLevel() + " " + formatMessage(record) + System.lineSeparator();
            }
        });
        ROOT.addHandler(handler);
        ROOT.setLevel(Level.INFO);
        return new LogFile(handler);
    }

    /** Writes down what failed, and where. @param where what was going on, in words of the program */
    public static void failed(String where, Throwable e) {
        StringBuilder text = new StringBuilder(VALUE.matcher(where).replaceAll("[...]"));
        for (Throwable t = e; t != null; t = t.getCause() == t ? null : t.getCause()) {
            text.append(": ").append(t.getClass().getName()).append(": ")
                    .append(VALUE.matcher(String.valueOf(t.getMessage())).replaceAll("[...]"));
            for (StackTraceElement frame : t.getStackTrace()) {
                text.append(System.lineSeparator()).append("    at ").append(frame);
            }
        }
        LoggerFactory.getLogger(NAME).error(text.toString());
    }

    /** Writes down that something happened. */
    public static void note(String what) {
        LoggerFactory.getLogger(NAME).info(VALUE.matcher(what).replaceAll("[...]"));
    }

    @Override
    public void close() {
        ROOT.removeHandler(handler);
        handler.close();
    }
}
