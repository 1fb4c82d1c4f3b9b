package wistaxis.core.facts;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Objects;

/** Which Wistaxis this is. */
public final class ProgramVersion {
    /** As the build says it, like {@code 1.2.0}. */
    public static final String OURS = read();

    private ProgramVersion() {}

    private static String read() {
        try (InputStream in = Objects.requireNonNull(ProgramVersion.class.getResourceAsStream("/wistaxis/version.txt"))) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).strip();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
