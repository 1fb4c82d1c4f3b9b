package wistaxis.store.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A folder that the program made for a while. */
public final class Tree {
    private Tree() {}

    /**
     * Makes one in another folder, closed to everybody else, and removes those of the same name that killed processes left there.
     *
     * @param begin what its name begins with
     */
    public static Path forAWhile(Path in, String begin) throws IOException {
        sweep(in, begin);
        Path made = Files.createDirectory(in.resolve(begin + ProcessHandle.current().pid() + "-" + System.nanoTime()));
        Rights.close(made);
        return made;
    }

    /** Removes what killed processes left of their work. */
    private static void sweep(Path folder, String begin) throws IOException {
        try (Stream<Path> there = Files.list(folder)) {
            for (Path left : there.filter(p -> String.valueOf(p.getFileName()).matches(Pattern.quote(begin) + "\\d+-\\d+"))
                    .toList()) {
                String pid = String.valueOf(left.getFileName()).substring(begin.length()).replaceFirst("-.*", "");
                if (ProcessHandle.of(Long.parseLong(pid)).filter(ProcessHandle::isAlive).isEmpty()) {
                    remove(left);
                }
            }
        }
    }

    /** Removes it with all in it, links as links. @param made null, or one that is not there, for nothing to do */
    public static void remove(@Nullable Path made) throws IOException {
        if (made == null || !Files.exists(made, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        try (Stream<Path> all = Files.walk(made)) {
            for (Path file : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(file);
            }
        }
    }
}
