package wistaxis.desktop;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.module.ModuleReader;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.stream.Stream;
import javafx.animation.PauseTransition;
import javafx.application.Application;
import javafx.stage.Stage;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import wistaxis.desktop.view.shell.Shell;

/**
 * A walk through the pages of a demo, for the launcher: what Java loads, links and learns by it is kept for the starts to come. It needs
 * no display; what a real window would load is loaded too.
 */
public final class Training {
    /** What draws and shows windows on the systems there are, beside the one that needs no display. */
    private static final List<String> TOOLKITS = List.of("com/sun/glass/ui/", "com/sun/prism/es2/", "com/sun/prism/ps/",
            "com/sun/prism/impl/ps/", "com/sun/prism/d3d/", "com/sun/prism/mtl/");

    private Training() {}

    public static void main(String[] args) {
        toolkits();
        WindowApp.begin(() -> Main.Asked.parse(List.of(args)));
        Application.launch(Walk.class);
    }

    private static void toolkits() {
        Module graphics = Application.class.getModule();
        try (ModuleReader reader = graphics.getLayer().configuration().findModule(graphics.getName()).orElseThrow().reference().open();
                Stream<String> all = reader.list()) {
            all.filter(n -> n.endsWith(".class") && TOOLKITS.stream().anyMatch(n::startsWith))
                    .forEach(n -> Class.forName(graphics, n.substring(0, n.length() - ".class".length()).replace('/', '.')));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The window, which shows one page after the other once it can be used. */
    public static final class Walk extends WindowApp {
        private static final Duration EACH = Duration.millis(150);

        private final Deque<Runnable> pages = new ArrayDeque<>();

        @Override
        protected void usable(Stage stage, @Nullable Shell window) {
            if (window == null) {
                super.usable(stage, null);
                return;
            }
            pages.addAll(List.of(window::showSettings, window::showLedger, window::showFigures, window::showCustomers,
                    window::showFirmwareFiles,
                    window::showDrill, window::otherTheme, window::otherTheme, window::newTicket, window::showBench));
            PauseTransition pause = new PauseTransition(EACH);
            pause.setOnFinished(_ -> {
                if (pages.isEmpty()) {
                    super.usable(stage, window);
                } else {
                    pages.pop().run();
                    pause.playFromStart();
                }
            });
            pause.play();
        }
    }
}
