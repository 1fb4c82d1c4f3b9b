package wistaxis.core.buttons;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Word;

/**
 * What was done to a device, on a time scale that begins at 0; documented in {@code docs/formats.md}.
 *
 * @param until when to stop looking, seconds, 0 to 86400, not before the last event
 */
public record Trace(
        @JsonProperty(required = true) Start start, @JsonProperty(required = true) boolean plugged,
        @JsonProperty(required = true) List<Event> events, @JsonProperty(required = true) double until) {

    /** The longest trace, in seconds: a day. */
    public static final double LONGEST = 86_400;

    /**
     * @param at seconds since the beginning of the trace
     * @param button the button of a down or up; none for plug, unplug and drag
     */
    public record Event(@JsonProperty(required = true) double at, @JsonProperty(required = true) Kind event,
            @JsonAlias("key") @Nullable DeviceButton button) {
        public Event {
            boolean needsButton = event == Kind.DOWN || event == Kind.UP;
            if (needsButton && button == null) {
                throw new BadInput(t("core.trace.no-button", "event", event, "at", at));
            }
            if (!needsButton && button != null) {
                throw new BadInput(t("core.trace.button", "event", event, "at", at, "button", button));
            }
        }

        /** The event as the device takes it. */
        public Input input() {
            return switch (event) {
                case DOWN -> new Input.Down(java.util.Objects.requireNonNull(button));
                case UP -> new Input.Up(java.util.Objects.requireNonNull(button));
                case PLUG -> new Input.Plug();
                case UNPLUG -> new Input.Unplug();
                case DRAG -> new Input.Drag();
            };
        }
    }

    /** What happened. */
    public enum Kind {
        DOWN, UP, PLUG, UNPLUG, DRAG;

        @com.fasterxml.jackson.annotation.JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    public Trace {
        events = List.copyOf(events);
        double last = 0;
        for (Event event : events) {
            if (!(event.at() >= last)) {
                throw new BadInput(t("core.trace.order", "at", event.at(), "last", last));
            }
            last = event.at();
        }
        if (!(until >= last && until <= LONGEST)) {
            throw new BadInput(t("core.trace.until", "until", until, "last", last, "most", LONGEST));
        }
    }

    /** @throws BadInput with line, entry and value for anything that is not a trace */
    public static Trace parse(String json, String name) {
        return Json.read(json, Trace.class, name);
    }
}
