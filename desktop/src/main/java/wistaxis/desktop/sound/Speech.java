package wistaxis.desktop.sound;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.UnsupportedAudioFileException;
import wistaxis.core.coach.Spoken;

/**
 * The words of a language as they ship, and when each has to begin so that it ends at its moment.
 *
 * @param tag the language's, by BCP 47
 * @param words samples of {@link Tones#RATE}, 16-bit little-endian, by the end of their key
 */
record Speech(String tag, Map<String, byte[]> words) {
    static final Speech SILENT = new Speech("", Map.of());

    private static final List<String> ALL = List.of("hold", "keep-holding", "let-go", "tap", "plug-in", "unplug", "drag", "wait",
            "volume-up", "volume-down", "side", "top", "home", "count-1", "count-2", "count-3", "count-4", "count-5");

    /** Between two words: 60 ms. Ours. */
    private static final long GAP = 60_000_000L;

    /** A word at its moment. @param id its own time, on its own scale */
    record At(long atNanos, byte[] pcm, long id) {}

    /** The words that ship in a language; those of English where none do. */
    static Speech of(String tag) {
        String there = Speech.class.getResource(path(tag, "hold")) == null ? "en" : tag;
        Map<String, byte[]> words = new HashMap<>();
        ALL.forEach(w -> words.put(w, read(path(there, w))));
        return new Speech(tag, words);
    }

    private static String path(String tag, String word) {
        return "/wistaxis/desktop/spoken/" + tag + "/" + word + ".wav";
    }

    private static byte[] read(String path) {
        try (InputStream in = Speech.class.getResourceAsStream(path);
                AudioInputStream coded = AudioSystem.getAudioInputStream(new BufferedInputStream(Objects.requireNonNull(in, path)));
                AudioInputStream plain = AudioSystem.getAudioInputStream(new AudioFormat(coded.getFormat().getSampleRate(), 16, 1, true,
                        false), coded)) {
            return doubled(plain.readAllBytes());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (UnsupportedAudioFileException e) {
            throw new IllegalStateException("no sound in [" + path + "]", e);
        }
    }

    /** From half the rate: between two samples comes their mean. */
    private static byte[] doubled(byte[] half) {
        byte[] out = new byte[half.length * 2];
        int before = 0;
        for (int i = 0; i < half.length / 2; i++) {
            int now = (short) (half[2 * i] & 0xFF | half[2 * i + 1] << 8);
            put(out, 2 * i, (before + now) / 2);
            put(out, 2 * i + 1, now);
            before = now;
        }
        return out;
    }

    private static void put(byte[] out, int sample, int value) {
        out[2 * sample] = (byte) value;
        out[2 * sample + 1] = (byte) (value >> 8);
    }

    private long nanos(List<String> said) {
        return said.stream().mapToLong(w -> nanos(words.get(w)) + GAP).sum() - GAP;
    }

    private static long nanos(byte[] pcm) {
        return Math.round(pcm.length / 2 * (1e9 / Tones.RATE));
    }

    /**
     * Each word at the moment at which it begins, in order. What is said of a step ends when the step begins, where that is known before;
     * nothing is said over something else: what comes too soon after it waits for its end, and a count that would is left out.
     */
    List<At> at(List<Spoken> spoken) {
        if (words.isEmpty()) {
            return List.of();
        }
        List<long[]> taken = new ArrayList<>();
        List<At> all = new ArrayList<>();
        long free = Long.MIN_VALUE;
        for (Spoken s : spoken.stream().filter(s -> !s.isCount()).sorted(Comparator.comparingLong(Spoken::atNanos)).toList()) {
            long length = nanos(s.words());
            long begins = Math.max(s.ends() ? s.atNanos() - length : s.atNanos(), free);
            free = begins + length + GAP;
            taken.add(new long[] {begins, free});
            say(s, begins, all);
        }
        for (Spoken s : spoken.stream().filter(Spoken::isCount).toList()) {
            long begins = s.atNanos() - nanos(s.words());
            if (taken.stream().noneMatch(t -> begins < t[1] && s.atNanos() > t[0])) {
                say(s, begins, all);
            }
        }
        return all.stream().sorted(Comparator.comparingLong(At::atNanos)).toList();
    }

    private void say(Spoken s, long begins, List<At> all) {
        long at = begins;
        for (String word : s.words()) {
            byte[] pcm = Objects.requireNonNull(words.get(word), word);
            all.add(new At(at, pcm, at + 1)); // a tone at the same moment is another cue
            at += nanos(pcm) + GAP;
        }
    }
}
