package wistaxis.installer;

import java.io.IOException;
import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.spi.ToolProvider;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/**
 * Makes the installers with the JDK's own jlink and jpackage: on Linux an app image and a {@code .deb}; on the two other systems an app
 * image and what is installed there ({@code msi}, {@code dmg}), which nobody has tried yet. Nothing is fetched.
 */
public final class Main {
    private static final String NAME = "Wistaxis";
    private static final String COMMAND = "wistaxis-command";

    /** What the jars need of Java, as jdeps finds it, and what they look for by name: cyphers, words of locales, files in archives. */
    private static final List<String> MODULES = List.of("java.base", "java.desktop", "java.net.http", "java.security.jgss", "java.sql",
            "java.management", "java.naming", "jdk.httpserver", "jdk.jfr", "jdk.net", "jdk.unsupported", "jdk.crypto.ec", "jdk.localedata",
            "jdk.zipfs", "jdk.xml.dom");

    /** Where a cache is missing or does not fit everything works, only slower: nobody needs to hear of it. */
    private static final List<String> QUIET = List.of("-Xlog:disable", "-Xlog:all=error,aot*=off,cds*=off:stderr");

    private static final Pattern NOTICE = Pattern.compile("(?:META-INF/)?(?:NOTICE|LICEN[CS]E|COPYING|COPYRIGHT)[^/]*",
            Pattern.CASE_INSENSITIVE);

    private final Path home;
    private final Path target;
    private final String version;
    private final String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);

    private Main(Path home, Path target, String version) {
        this.home = home;
        this.target = target;
        this.version = version;
    }

    /** @param args the project's folder, where to make it, and the version that the package is called by */
    public static void main(String[] args) {
        try {
            new Main(Path.of(args[0]).toRealPath(), Path.of(args[1]), args[2]).make();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void make() throws IOException {
        Path input = target.resolve("input");
        Path dist = target.resolve("dist");
        Path runtime = target.resolve("runtime");
        for (Path made : List.of(input, dist, runtime)) {
            clear(made);
        }
        tool("jlink", "--add-modules", String.join(",", MODULES), "--strip-debug", "--no-man-pages", "--no-header-files",
                "--compress", "zip-6", "--output", runtime.toString());
        gather(input);
        Path launcher = Files.writeString(target.resolve("command.properties"), "main-jar=wistaxis-cli.jar\nmain-class=wistaxis.cli.Main\n"
                + "description=Wistaxis on the command line\nwin-console=true\nlinux-shortcut=false\nwin-menu=false\njava-options="
                + String.join(" ", with(options("cli/command.options"), "-XX:TieredStopAtLevel=1", "-XX:AOTCache=$APPDIR/command.aot"))
                + "\n");
        List<String> image = new ArrayList<>(List.of("--type", "app-image", "--name", NAME, "--app-version", version, "--vendor", NAME,
                "--description", "A bench for technicians who restore locked, looping and dead phones and tablets.", "--input",
                input.toString(), "--runtime-image", runtime.toString(), "--main-jar", "wistaxis-desktop.jar", "--main-class",
                "wistaxis.desktop.Main", "--add-launcher", COMMAND + "=" + launcher, "--dest", dist.toString()));
        if (!os.contains("mac")) {
            image.addAll(List.of("--icon", home.resolve("installer/src/icons/wistaxis." + (os.contains("win") ? "ico" : "png"))
                    .toString()));
        }
        with(options("desktop/window.options"), "--module-path=$APPDIR/javafx", "-XX:AOTCache=$APPDIR/window.aot")
                .forEach(o -> image.addAll(List.of("--java-options", o)));
        tool("jpackage", image.toArray(String[]::new));
        Path app = dist.resolve(os.contains("mac") ? NAME + ".app" : NAME);
        withoutModules(app);
        installer(app, dist);
    }

    /** All jars in one folder, JavaFX in one of its own, which is a path of modules, and what is started from a terminal. */
    private void gather(Path input) throws IOException {
        Files.createDirectories(input);
        for (String module : List.of("desktop", "cli")) {
            copy(home.resolve(module + "/target/wistaxis-" + module + ".jar"), input);
            each(home.resolve(module + "/target/lib"), jar -> copyOfHere(jar, input));
        }
        Path javafx = Files.createDirectories(input.resolve("javafx"));
        each(home.resolve("desktop/target/openjfx"), jar -> copy(jar, javafx));
        if (os.contains("linux")) {
            each(home.resolve("installer/src/app"), file -> Files.setPosixFilePermissions(copy(file, input),
                    PosixFilePermissions.fromString("rwxr-xr-x")));
        }
        Path licences = Files.createDirectories(input.resolve("licences"));
        each(home.resolve("docs/licences"), file -> copy(file, licences));
        each(home.resolve("installer/target/shipped"), file -> copy(file, licences)); // by the plugins before
        Files.writeString(licences.resolve("notices.txt"), notices(input, javafx));
    }

    /** What the jars say themselves of licence and copyright, the same text once. */
    private static String notices(Path... folders) throws IOException {
        Map<String, List<String>> texts = new LinkedHashMap<>();
        for (Path folder : folders) {
            each(folder, file -> {
                if (file.toString().endsWith(".jar")) {
                    notices(file, texts);
                }
            });
        }
        return texts.entrySet().stream().map(e -> String.join("\n", e.getValue()) + "\n\n" + e.getKey()).collect(Collectors.joining(
                "\n\n" + "-".repeat(72) + "\n\n", "", "\n"));
    }

    /** @param texts who says each, jar and file; what this jar says is added */
    private static void notices(Path jar, Map<String, List<String>> texts) throws IOException {
        try (ZipFile from = new ZipFile(jar.toFile())) {
            for (ZipEntry entry : Collections.list(from.entries())) {
                if (NOTICE.matcher(entry.getName()).matches()) {
                    texts.computeIfAbsent(new String(from.getInputStream(entry).readAllBytes(), StandardCharsets.UTF_8).strip(),
                            _ -> new ArrayList<>()).add(jar.getFileName() + ", " + entry.getName());
                }
            }
        }
    }

    /** A jar without the native libraries of other systems and processors, which would be a tenth of what is installed. */
    private void copyOfHere(Path jar, Path folder) throws IOException {
        String arch = System.getProperty("os.arch").equals("aarch64") ? "aarch64" : "x86-64";
        String sqlite = (os.contains("linux") ? "Linux/" : os.contains("win") ? "Windows/" : "Mac/") + arch.replace('-', '_') + "/";
        String jna = (os.contains("linux") ? "linux-" : os.contains("win") ? "win32-" : "darwin-") + arch + "/";
        if (!jar.getFileName().toString().matches("(sqlite-jdbc|jna)\\.jar")) {
            copy(jar, folder);
            return;
        }
        try (ZipFile from = new ZipFile(jar.toFile()); ZipOutputStream to = new ZipOutputStream(Files.newOutputStream(
                folder.resolve(jar.getFileName())))) {
            for (ZipEntry entry : Collections.list(from.entries())) {
                String name = entry.getName();
                boolean nativeOne = name.startsWith("org/sqlite/native/") || name.matches("com/sun/jna/[^/]+/[^/]*jnidispatch.*");
                if (!entry.isDirectory() && (!nativeOne || name.contains("/" + sqlite) || name.contains("/" + jna))) {
                    ZipEntry copy = new ZipEntry(name);
                    copy.setTime(entry.getTime());
                    to.putNextEntry(copy);
                    from.getInputStream(entry).transferTo(to);
                }
            }
        }
    }

    /** What the packager took for jars of the class path too. */
    private void withoutModules(Path app) throws IOException {
        try (Stream<Path> files = Files.walk(app)) {
            for (Path cfg : files.filter(f -> f.toString().endsWith(".cfg")).toList()) {
                List<String> lines = Files.readAllLines(cfg);
                Files.write(cfg, lines.stream().filter(l -> !(l.startsWith("app.classpath=") && l.contains("javafx-"))).toList());
            }
        }
    }

    private void installer(Path app, Path dist) {
        List<String> package_ = new ArrayList<>(List.of("--app-image", app.toString(), "--name", NAME, "--app-version", version, "--dest",
                dist.toString(), "--vendor", NAME, "--resource-dir", home.resolve("installer/src/debian").toString()));
        if (os.contains("linux")) {
            package_.addAll(List.of("--type", "deb", "--linux-package-name", "wistaxis", "--linux-deb-maintainer", "wistaxis@localhost",
                    "--linux-app-category", "utils"));
        } else if (os.contains("win")) {
            package_.addAll(List.of("--type", "msi", "--win-menu", "--win-shortcut", "--win-per-user-install", "--win-upgrade-uuid",
                    "6f1f5c1e-5a3c-4f8e-9a55-2d1f7a0c8b1e"));
        } else {
            package_.addAll(List.of("--type", "dmg"));
        }
        tool("jpackage", package_.toArray(String[]::new));
    }

    /** The options of a file: its lines but comments. */
    private List<String> options(String file) throws IOException {
        return Files.readAllLines(home.resolve(file)).stream().filter(l -> !l.isBlank() && !l.startsWith("#")).toList();
    }

    private static List<String> with(List<String> options, String... more) {
        return Stream.of(options, Arrays.asList(more), QUIET).flatMap(List::stream).toList();
    }

    private static void tool(String name, String... args) {
        PrintStream out = System.out;
        int status = ToolProvider.findFirst(name).orElseThrow(() -> new IllegalStateException("this JDK has no " + name)).run(out, out,
                args);
        if (status != 0) {
            throw new IllegalStateException(name + " ended with " + status);
        }
    }

    private interface Each {
        void accept(Path file) throws IOException;
    }

    private static void each(Path folder, Each what) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
                what.accept(file);
            }
        }
    }

    private static Path copy(Path file, Path folder) throws IOException {
        return Files.copy(file, folder.resolve(file.getFileName()), StandardCopyOption.REPLACE_EXISTING);
    }

    private static void clear(Path folder) throws IOException {
        if (Files.exists(folder)) {
            try (Stream<Path> files = Files.walk(folder)) {
                for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                    Files.delete(file);
                }
            }
        }
    }
}
