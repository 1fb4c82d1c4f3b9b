package wistaxis.workbench.life;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import wistaxis.store.files.LogFile;

/**
 * The end of a bench, in an order that is the same whatever it is made of: what was begun comes to its end first, with its answers taken on
 * the bench's own thread; then its parts are closed, the last opened first. Of one thread, the bench's.
 *
 * <p>Who owns which thread: the bench's own is whoever's made it; {@link Background} owns the one that writes files and those that ask
 * outside, the ledger its writer, the USB watch its own. Each ends with the part that owns it.
 */
public final class Closing {
    private final Deque<AutoCloseable> open = new ArrayDeque<>();
    private boolean closed;

    /** Something was opened, and is to be closed before all that was opened earlier. */
    public <T extends AutoCloseable> T opened(T part) {
        open.addFirst(part);
        return part;
    }

    /**
     * The end; a second one does nothing.
     *
     * @param underWay whether something that was begun has not come to its end
     * @param says hears what went wrong, in words; whatever it is, the rest is closed
     */
    public void close(Front front, BooleanSupplier underWay, Consumer<String> says) {
        if (closed) {
            return;
        }
        closed = true;
        if (!front.drain(underWay)) {
            LogFile.failed("at the end", new IllegalStateException("what was begun did not come to its end"));
        }
        for (AutoCloseable part : open) {
            try {
                part.close();
            } catch (Exception e) {
                says.accept(String.valueOf(e.getMessage()));
            }
        }
    }
}
