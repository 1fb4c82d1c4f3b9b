package wistaxis.desktop.sound;

import java.util.Optional;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;

/** What plays samples. */
interface Card extends AutoCloseable {
    /** Samples heard so far. */
    long played();

    /** Takes samples to be played after those that are waiting. */
    void write(byte[] pcm);

    @Override
    void close();

    /** This machine's sound card; empty where there is none. */
    static Optional<Card> real() {
        AudioFormat format = new AudioFormat(Tones.RATE, 16, 1, true, false);
        try {
            SourceDataLine line = AudioSystem.getSourceDataLine(format);
            line.open(format, Tones.RATE / 5);
            line.start();
            return Optional.of(new Card() {
                @Override
                public long played() {
                    return line.getLongFramePosition();
                }

                @Override
                public void write(byte[] pcm) {
                    line.write(pcm, 0, pcm.length);
                }

                @Override
                public void close() {
                    line.close();
                }
            });
        } catch (LineUnavailableException | IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
