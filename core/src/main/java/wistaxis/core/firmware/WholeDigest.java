package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.function.IntPredicate;
import wistaxis.core.facts.Sha256;

/** The digest of the whole file, read beside its parts: what a ledger may record, and what a catalogue can know the file by. */
final class WholeDigest implements PartTask {
    private static final int CHUNK = 1 << 18;

    private final FileChannel file;
    private final long size;
    private volatile String hex = "";

    WholeDigest(FileChannel file) throws IOException {
        this.file = file;
        this.size = file.size();
    }

    @Override
    public long bytes() {
        return size;
    }

    @Override
    public String compare(IntPredicate read) throws IOException {
        Sha256.Running sha = new Sha256.Running();
        byte[] chunk = new byte[CHUNK];
        long at = 0;
        for (int n = file.read(ByteBuffer.wrap(chunk), at); n >= 0; n = file.read(ByteBuffer.wrap(chunk), at)) {
            sha.update(chunk, n);
            at += n;
            if (!read.test(n)) {
                throw new InterruptedIOException("stopped");
            }
        }
        if (at != size) {
            return t("core.file.still-written", "before", size, "now", at);
        }
        hex = sha.hex();
        return "";
    }

    /** 64 hex digits once it was run; empty before. */
    String hex() {
        return hex;
    }
}
