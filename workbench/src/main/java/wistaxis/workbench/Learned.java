package wistaxis.workbench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.facts.Json;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.usb.Bound;
import wistaxis.core.usb.Kinds;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.WholeFile;

/**
 * What this bench has learned on real tickets, of each ticket what it taught: which models chips and boards were, and what helped against
 * what went wrong at the host. {@code learned.json} in the data folder.
 */
final class Learned {
    private static final int MEGABYTES = 64;

    private final Path file;
    private final Background background;
    private final Notices notices;
    private final Map<String, Lesson> lessons;

    /**
     * @param kind chip and board of its device; null where they were not told
     * @param identifier the model that was settled
     */
    private record Lesson(@Nullable String kind, @Nullable String identifier, List<Observed.Trouble> troubles,
            @Nullable List<Observed.KeysTry> keys) {}

    private record All(Map<String, Lesson> tickets) {}

    /** A file that cannot be read is set aside, and said. */
    Learned(Path file, Background background, Notices notices) {
        SideFile.Read<All> read = new SideFile(file, "file of what was learned", MEGABYTES)
                .read(text -> Json.read(text, All.class, String.valueOf(file.getFileName())), new All(Map.of()));
        notices.say(read.trouble());
        this.file = file;
        this.background = background;
        this.notices = notices;
        this.lessons = new LinkedHashMap<>(read.value().tickets());
    }

    /** Which models chips and boards were. @param but a ticket that is not counted; empty for none */
    Kinds kinds(String but) {
        return Kinds.of(lessons.entrySet().stream().filter(e -> !e.getKey().equals(but)).map(Map.Entry::getValue)
                .filter(l -> l.kind() != null && l.identifier() != null)
                .map(l -> Map.entry(Objects.requireNonNull(l.kind()), Objects.requireNonNull(l.identifier()))).toList());
    }

    /** What went wrong at the host before, and what was tried. @param but a ticket that is not counted */
    List<Observed.Trouble> troubles(String but) {
        return lessons.entrySet().stream().filter(e -> !e.getKey().equals(but)).flatMap(e -> e.getValue().troubles().stream()).toList();
    }

    /** How often a school has landed on real devices of a family, in one person's hands. */
    KeysDesk.Chance landed(String by, KeyFamily family, KeySequence school, DeviceCatalogue devices) {
        List<Observed.KeysTry> tries = lessons.values().stream()
                .filter(l -> l.keys() != null && l.identifier() != null && devices.byIdentifier(l.identifier())
                .filter(m -> m.family() == family).isPresent())
                .flatMap(l -> Objects.requireNonNull(l.keys()).stream())
                .filter(k -> k.school().equals(school.school()) && k.goal().equals(school.goal().toString()) && by.equals(k.by())).toList();
        return new KeysDesk.Chance((int) tries.stream().filter(Observed.KeysTry::landed).count(), tries.size());
    }

    /** Takes in what a ticket teaches: what its device is, once its model is settled, and its troubles as soon as something was tried. */
    void of(Ticket ticket) {
        Bound bound = ticket.observed().bound();
        Lesson lesson = new Lesson(bound == null ? null : bound.kind(), ticket.identifier(), ticket.observed()
                .troubles().stream().filter(t -> !t.tries().isEmpty()).toList(),
                ticket.observed().keys());
        if (lesson.kind() == null && lesson.troubles().isEmpty() && ticket.observed().keys().isEmpty()
                || lesson.equals(lessons.put(ticket.number(), lesson))) {
            return;
        }
        String text = Json.writePretty(new All(lessons));
        background.write(() -> WholeFile.write(file, text), e -> notices.say("What was learned could not be kept: "
                + (e instanceof IOException io ? DiskTrouble.words("file", file, io) : e.getMessage())));
    }
}
