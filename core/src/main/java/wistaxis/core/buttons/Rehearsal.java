package wistaxis.core.buttons;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.facts.BadInput;

/**
 * A sequence played perfectly on the family's simulated device: how long each step nominally lasts, and
 * where it leads. The coach's score and the proof of every method come from here.
 */
public final class Rehearsal {
    private final List<Span> spans = new ArrayList<>();
    private final DeviceState end;

    /** When a step begins and ends, in nanoseconds from the beginning of the sequence. */
    public record Span(long startNanos, long endNanos) {}

    /**
     * @throws BadInput when a step waits for something that the device never shows
     */
    public Rehearsal(ButtonSequence sequence, LayoutFacts family, Start start) {
        Playing.Played played = Playing.play(sequence, new DeviceMachine(family), start, Playing.Pressing.PERFECT, spans);
        if (played.lost()) {
            Until until = sequence.steps().get(spans.size() - 1).until();
            throw new BadInput(until == null ? t("core.method.never-ends", "method", sequence.method())
                    : t("core.method.never-comes", "method", sequence.method(), "sign", until.words()));
        }
        end = played.end();
    }

    public List<Span> spans() {
        return List.copyOf(spans);
    }

    /** The device two seconds after the last step. */
    public DeviceState end() {
        return end;
    }
}
