package wistaxis.desktop;

import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** Tests of which each has a window of its own on fresh demo data. */
abstract class OnDemoBench {
    @TempDir
    Path folder;
    Window w;

    @BeforeEach
    void open() {
        w = Window.demo(folder, 12_000_000);
    }

    @AfterEach
    void close() {
        w.close();
    }
}
