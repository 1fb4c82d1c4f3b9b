package wistaxis.store.files;

import java.io.IOException;
import java.io.InputStream;
import java.net.JarURLConnection;
import java.net.URL;
import java.net.URLConnection;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Locale;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;
import java.util.zip.CRC32;
import org.sqlite.SQLiteJDBCLoader;
import org.sqlite.util.LibraryLoaderUtil;

/**
 * Native libraries out of their jars, unpacked once into the user's cache and used again, so that a kill leaves nothing behind. One that
 * is there is used only if it is the user's own and whole by
 * the checksum in the jar; where there is no cache, the library's own way is taken.
 */
public final class NativeLibrary {
    private NativeLibrary() {}

    /** Before the first database is opened; does nothing after that. */
    public static void sqlite() {
        if (System.getProperty("org.sqlite.lib.path") == null) {
            String name = LibraryLoaderUtil.getNativeLibName();
            Path folder = unpacked(NativeLibrary.class, LibraryLoaderUtil.getNativeLibResourcePath() + "/" + name, "sqlite-"
                    + SQLiteJDBCLoader.getVersion(), name);
            System.setProperty("org.sqlite.lib.path", folder == null ? "" : folder.toString());
        }
    }

    /**
     * @param beside any class that sees the resource
     * @param name of the library's folder in the cache
     * @return the folder it lies in; null when it cannot be unpacked
     */
    public static @org.jspecify.annotations.Nullable Path unpacked(Class<?> beside, String resource, String name, String file) {
        Path folder = cache().resolve(name);
        try {
            URL inside = beside.getResource(resource);
            if (inside == null || !folder.isAbsolute()) {
                return null;
            }
            Rights.makeFolder(folder);
            Path library = folder.resolve(file);
            URLConnection jar = inside.openConnection();
            jar.setUseCaches(false);
            if (!Files.isRegularFile(library, LinkOption.NOFOLLOW_LINKS) || !isWhole(library, jar)) {
                try (InputStream in = inside.openStream()) {
                    WholeFile.write(library, in.readAllBytes());
                }
            }
            return Files.getOwner(folder).equals(Files.getOwner(library)) ? folder : null;
        } catch (IOException | RuntimeException e) {
            return null;
        }
    }

    /** Whether a file is as long as what the jar holds, with the same checksum: unpacking that to compare it would take a start long. */
    private static boolean isWhole(Path library, URLConnection inside) throws IOException {
        if (!(inside instanceof JarURLConnection jar)) {
            return false;
        }
        try (JarFile file = jar.getJarFile()) {
            JarEntry entry = file.getJarEntry(jar.getEntryName());
            if (entry == null || entry.getSize() != Files.size(library)) {
                return false;
            }
            CRC32 sum = new CRC32();
            sum.update(Files.readAllBytes(library));
            return sum.getValue() == entry.getCrc();
        }
    }

    /** The system's usual place for what can be made again. */
    private static Path cache() {
        String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);
        String named = System.getenv(os.contains("win") ? "LOCALAPPDATA" : "XDG_CACHE_HOME");
        Path home = Path.of(System.getProperty("user.home"));
        Path caches = named != null && !named.isBlank() ? Path.of(named) : os.contains("win") ? home.resolve("AppData/Local")
                : os.contains("mac") ? home.resolve("Library/Caches") : home.resolve(".cache");
        return caches.resolve("wistaxis");
    }
}
