package wistaxis.desktop.sound;

import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;
import org.jspecify.annotations.Nullable;
import wistaxis.core.coach.Cue;

/** Plays cues on the sound card from a thread of its own; without a sound card it stays silent and says so. */
public final class Speaker implements AutoCloseable {
    private final BlockingQueue<byte[]> queue = new LinkedBlockingQueue<>(8);
    private final @Nullable SourceDataLine line;
    private final @Nullable Thread player;
    private volatile boolean muted;

    public Speaker() {
        this.line = open();
        this.player = line == null ? null : Thread.ofPlatform().daemon().name("tones").start(() -> play(line));
    }

    private static @Nullable SourceDataLine open() {
        AudioFormat format = new AudioFormat(Tones.RATE, 16, 1, true, false);
        try {
            SourceDataLine line = AudioSystem.getSourceDataLine(format);
            line.open(format, Tones.RATE / 5);
            line.start();
            return line;
        } catch (LineUnavailableException | IllegalArgumentException e) {
            return null;
        }
    }

    private void play(SourceDataLine to) {
        try {
            while (true) {
                byte[] pcm = queue.take();
                to.write(pcm, 0, pcm.length);
            }
        } catch (InterruptedException e) {
            to.close();
        }
    }

    /** Whether there is a sound card. */
    public boolean sounds() {
        return line != null;
    }

    public boolean muted() {
        return muted;
    }

    public void mute(boolean silent) {
        muted = silent;
    }

    /** Plays a cue soon; drops it rather than letting cues pile up. */
    public void play(Cue cue) {
        if (line != null && !muted) {
            queue.offer(Tones.of(cue.kind()));
        }
    }

    @Override
    public void close() {
        if (player != null) {
            player.interrupt();
        }
    }
}
