package wistaxis.core.route;

import static wistaxis.core.words.Say.t;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.YesNo;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/** What a ticket knows of a case, read from what it keeps. A fact that cannot be read is unknown. */
final class TicketFacts {
    private static final String DFU = "dfu-restore";
    private static final String RECOVERY = "recovery-restore";

    private TicketFacts() {}

    static CaseFacts of(Ticket t) {
        return new CaseFacts(t.identifier(), t.problem().orElse(null), number(t), version(t, "installedVersion"),
                version(t, "targetVersion"), backups(t), yesNo(t, "watch"),
                version(t, "watchVersion"), yesNo(t, "ownerPassword"), yesNo(t, "locating"), yesNo(t, "online"), yesNo(t, "eraseButton"),
                value(CaseFacts.Ownership.class, text(t, "ownership")), yesNo(t, "blacklisted"), yesNo(t, "liquid"),
                value(CaseFacts.Battery.class, text(t, "battery")), buttons(t), tried(t),
                t.consent() == null ? null : t.consentGiven() ? YesNo.YES : YesNo.NO, yesNo(t, "opens"), yesNo(t, "hopesToRemember"),
                text(t, "failedStage"), read(t, "imei", CaseFacts::exact), yesNo(t, "backupWanted"), also(t));
    }

    private static Map<String, String> also(Ticket t) {
        Map<String, String> all = new HashMap<>();
        CaseFacts.ALSO.forEach(name -> Optional.ofNullable(text(t, name)).ifPresent(v -> all.put(name, v)));
        Optional.ofNullable(t.restored()).or(() -> Optional.ofNullable(t.build()).map(TicketEvent.BuildChosen::version))
                .ifPresent(v -> all.put(CaseFacts.WRITTEN, v));
        if (t.attempts().stream().anyMatch(a -> a.is(s -> s.keeps() && !s.prepares()) && Boolean.TRUE.equals(a.said()))) {
            all.put(CaseFacts.CAME_UP, YesNo.YES.toString());
        }
        return all;
    }

    /** A fact as text; null when it is missing or was answered with "not known". */
    private static @Nullable String text(Ticket t, String fact) {
        return t.fact(fact).filter(v -> !v.equals(Intake.NOT_KNOWN)).orElse(null);
    }

    private static @Nullable YesNo yesNo(Ticket t, String fact) {
        String value = text(t, fact);
        return value == null ? null : List.of("yes", "on").contains(value) ? YesNo.YES : List.of("no", "off").contains(value) ? YesNo.NO
                : null;
    }

    private static <E extends Enum<E>> @Nullable E value(Class<E> type, @Nullable String text) {
        return value(type, text, Enum::toString);
    }

    private static <E extends Enum<E>> @Nullable E value(Class<E> type, @Nullable String text, Function<E, String> name) {
        return Arrays.stream(type.getEnumConstants()).filter(e -> name.apply(e).equals(text)).findFirst().orElse(null);
    }

    /** A fact as it is read; one that cannot be read is unknown. */
    private static <T> @Nullable T read(Ticket t, String fact, Function<String, T> reader) {
        String value = text(t, fact);
        try {
            return value == null ? null : reader.apply(value);
        } catch (BadInput | DateTimeParseException _) {
            return null;
        }
    }

    private static @Nullable SystemVersion version(Ticket t, String fact) {
        return read(t, fact, SystemVersion::parse);
    }

    private static @Nullable Integer number(Ticket t) {
        String value = text(t, "wrongTries");
        String digits = value == null ? "" : value.replaceAll("[^0-9].*", "");
        return digits.isEmpty() || digits.length() > 3 ? null : Integer.valueOf(digits);
    }

    /**
     * What the intake says, and what was noted since: of two of one kind and day the noted one. Where of a kind more is known than that it
     * is there, that it is there adds nothing.
     */
    private static @Nullable List<CaseFacts.Backup> backups(Ticket t) {
        String kinds = text(t, "backup");
        if (kinds == null && t.backups().isEmpty()) {
            return null;
        }
        List<CaseFacts.Backup> all = new ArrayList<>(t.backups().stream().map(CaseFacts::noted).toList());
        CaseFacts.Backup.KINDS.stream().filter(k -> kinds != null && (kinds.equals(k) || kinds.equals("both")))
                .map(k -> new CaseFacts.Backup(k, version(t, k + "BackupVersion"), read(t, k + "BackupAt", LocalDate::parse)))
                .filter(b -> all.stream().noneMatch(n -> n.kind().equals(b.kind()) && Objects.equals(n.at(), b.at()) && n.device() == null))
                .filter(b -> b.version() != null || b.at() != null || all.stream().noneMatch(n -> n.kind().equals(b.kind())))
                .toList().forEach(all::add);
        return all;
    }

    private static @Nullable List<DeviceButton> buttons(Ticket t) {
        String buttons = text(t, "brokenKeys");
        List<DeviceButton> known = buttons == null ? List.of() : CaseFacts.list(buttons).stream().map(k -> value(DeviceButton.class, k,
                Enum::name))
                .filter(Objects::nonNull).toList();
        return buttons == null || known.size() < CaseFacts.list(buttons).size() ? null : known;
    }

    /**
     * What was tried before the device came in, every step of this ticket that did not help, and what was prepared. Many who say DFU mean
     * the cable screen: that was recovery. Common practice.
     */
    private static @Nullable List<String> tried(Ticket t) {
        String said = text(t, "tried");
        List<String> prepared = t.attempts().stream().filter(a -> (a.is(Step::prepares) || t.isToBeErased())
                && Boolean.TRUE.equals(a.said())).map(Attempt::step).toList();
        if (said == null && t.failed().isEmpty() && prepared.isEmpty()) {
            return null;
        }
        List<String> all = new ArrayList<>(said == null ? List.of() : CaseFacts.list(said));
        Stream.concat(t.failed().stream(), prepared.stream()).filter(s -> !all.contains(s)).forEach(all::add);
        if (t.fact(CaseFacts.DFU_SCREEN).filter(s -> !s.equals("black")).isPresent() && !t.failed().contains(DFU) && all.remove(DFU)
                && !all.contains(RECOVERY)) {
            all.add(RECOVERY);
        }
        return all;
    }
}
