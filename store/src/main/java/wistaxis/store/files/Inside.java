package wistaxis.store.files;

import static wistaxis.core.words.Say.t;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Optional;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Shown;

/** Paths that lie where they belong, and are kept so that a folder can be moved. */
public final class Inside {
    private Inside() {}

    /** A file right in a folder. @throws BadInput for a name that leads anywhere else, or that some usual system cannot keep */
    public static Path file(Path folder, String name) {
        try {
            Path file = folder.resolve(name).normalize();
            if (Names.isPortable(name) && folder.normalize().equals(file.getParent())) {
                return file;
            }
        } catch (InvalidPathException _) {
            // said below
        }
        throw new BadInput(t("store.file.not-a-name", "name", Shown.value(name), "folder", folder));
    }

    /** What somebody typed as a whole path that leads out of a folder; empty for what is none, or lies in it. */
    public static Optional<Path> outside(Path root, String typed) {
        try {
            return Optional.of(Path.of(typed.strip()).normalize()).filter(to -> to.isAbsolute()
                    && !to.startsWith(root.toAbsolutePath().normalize()));
        } catch (InvalidPathException _) {
            return Optional.empty();
        }
    }

    /** How a file is written down: from the root on where it lies below it, with slashes; whole where it lies elsewhere. */
    public static String kept(Path root, Path file) {
        Path whole = file.toAbsolutePath().normalize();
        Path from = root.toAbsolutePath().normalize();
        return whole.startsWith(from) ? from.relativize(whole).toString().replace('\\', '/') : whole.toString();
    }

    /**
     * The file that was written down.
     *
     * @throws BadInput when what is written leads out of the root by itself
     */
    public static Path found(Path root, String kept) {
        try {
            Path path = Path.of(kept);
            if (path.isAbsolute()) {
                return path;
            }
            Path file = root.resolve(path).normalize();
            if (file.startsWith(root.normalize())) {
                return file;
            }
        } catch (InvalidPathException _) {
            // said below
        }
        throw new BadInput(t("store.file.leads-out", "path", Shown.value(kept)));
    }
}
