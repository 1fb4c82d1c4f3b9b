package wistaxis.cli.output;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;

/** Output whose reader may have seen enough, as {@code head} has: what comes after that is not written, and is no failure. */
public final class Unread extends FilterOutputStream {
    private boolean left;

    public Unread(OutputStream to) {
        super(to);
    }

    private interface Writes {
        void now() throws IOException;
    }

    private void unlessLeft(Writes writes) throws IOException {
        try {
            if (!left) {
                writes.now();
            }
        } catch (IOException e) {
            left = String.valueOf(e.getMessage()).toLowerCase(java.util.Locale.ROOT).contains("pipe"); // POSIX strerror(EPIPE): Broken pipe
            if (!left) {
                throw e;
            }
        }
    }

    @Override
    public void write(int b) throws IOException {
        unlessLeft(() -> out.write(b));
    }

    @Override
    public void write(byte[] b, int off, int len) throws IOException {
        unlessLeft(() -> out.write(b, off, len));
    }

    @Override
    public void flush() throws IOException {
        unlessLeft(out::flush);
    }
}
