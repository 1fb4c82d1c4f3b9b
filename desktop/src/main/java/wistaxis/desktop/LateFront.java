package wistaxis.desktop;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executor;
import javafx.application.Platform;

/** The JavaFX thread for a bench that is opened beside it: what is asked of it before the bench is handed over waits until then. */
final class LateFront implements Executor {
    private final List<Runnable> waiting = new ArrayList<>();
    private boolean open;

    @Override
    public synchronized void execute(Runnable work) {
        if (open) {
            Platform.runLater(work);
        } else {
            waiting.add(work);
        }
    }

    /** From here on the bench belongs to the JavaFX thread. */
    synchronized void open() {
        open = true;
        waiting.forEach(Platform::runLater);
        waiting.clear();
    }
}
