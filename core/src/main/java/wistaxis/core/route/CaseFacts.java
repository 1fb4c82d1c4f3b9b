package wistaxis.core.route;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonValue;
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
import wistaxis.core.device.Imei;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Word;
import wistaxis.core.facts.YesNo;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.steps.Problem;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/**
 * What is known of a case. A fact that is null is unknown; it is never taken for anything else. The JSON form is in
 * {@code docs/formats.md}.
 *
 * @param device an identifier
 * @param problem a problem of {@code routes.json}
 * @param wrongTries wrong passcodes so far, 0 to 1000
 * @param backups every backup known of; empty when there is none
 * @param watch whether a watch is paired
 * @param locating whether the owner can find and erase it from afar
 * @param blacklisted whether a register has it as lost or blocked
 * @param brokenButtons empty when every key works
 * @param tried ids of steps that were tried already and did not help; empty when nothing was
 * @param consent whether the owner agreed to erase
 * @param opens whether the screen can be unlocked
 * @param backupWanted whether the owner wants one made before anything is erased
 * @param also facts that only rules read, each by its name: {@link #ALSO}
 * @param failedStage the stage of {@code stages.json} at which a restore failed
 */
public record CaseFacts(
        @Nullable String device, @JsonProperty("trouble") @Nullable Problem problem, @Nullable Integer wrongTries,
                @Nullable SystemVersion installedVersion,
        @Nullable SystemVersion targetVersion,
        @Nullable List<Backup> backups, @Nullable YesNo watch, @Nullable SystemVersion watchVersion, @Nullable YesNo ownerPasswordKnown,
                @Nullable YesNo locating,
        @Nullable YesNo online, @Nullable YesNo eraseButton, @Nullable Ownership ownership, @Nullable YesNo blacklisted,
                @Nullable YesNo liquid, @Nullable Battery battery,
        @JsonProperty("brokenKeys") @Nullable List<DeviceButton> brokenButtons, @Nullable List<String> tried, @Nullable YesNo consent,
                @Nullable YesNo opens,
                @Nullable YesNo hopesToRemember,
        @Nullable String failedStage, @Nullable String imei, @Nullable YesNo backupWanted,
        @Nullable Map<String, String> also) {

    /** The version that was written, or that was chosen to be: what fits is measured against it. */
    static final String WRITTEN = "written";

    /** Facts that only rules read. */
    public static final List<String> ALSO = List.of("signInCode", "accountData", "touch", "display", "dataPort", "storageFull", WRITTEN);

    /** How ownership stands. */
    public enum Ownership {
        PROVED, CLAIMED, NONE;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }

        @JsonCreator
        static Ownership of(String text) {
            return oneOf(Ownership.class, text);
        }
    }

    /** How the battery is. */
    public enum Battery {
        OK, FLAT, SWOLLEN;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }

        @JsonCreator
        static Battery of(String text) {
            return oneOf(Battery.class, text);
        }
    }

    /**
     * A backup.
     *
     * @param kind {@code cloud} or {@code computer}
     * @param version the system version that made it; null when nobody knows
     * @param at the day it was made; null when nobody knows
     * @param device what it was made of; null for this device
     * @param sizeBytes how large it is; null when nobody knows
     */
    public record Backup(String kind, @Nullable SystemVersion version, @Nullable LocalDate at, @Nullable String device,
            @Nullable Long sizeBytes) {
        private static final String CLOUD = "cloud";

        /** What kinds there are. */
        public static final List<String> KINDS = List.of(CLOUD, "computer");

        public Backup(String kind, @Nullable SystemVersion version, @Nullable LocalDate at) {
            this(kind, version, at, null, null);
        }

        public boolean inCloud() {
            return kind.equals(CLOUD);
        }

        public Backup {
            if (sizeBytes != null && sizeBytes <= 0) {
                throw new BadInput(t("core.facts.backup-size", "bytes", sizeBytes));
            }
            if (!KINDS.contains(kind)) {
                throw new BadInput(t("core.facts.backup-kind", "kind", kind));
            }
        }
    }

    public CaseFacts {
        if (wrongTries != null && (wrongTries < 0 || wrongTries > 1000)) {
            throw new BadInput(t("core.facts.wrong-tries", "n", wrongTries));
        }
        if (imei != null) {
            imei = exact(imei);
        }
        backups = backups == null ? null : List.copyOf(backups);
        brokenButtons = brokenButtons == null ? null : List.copyOf(brokenButtons);
        tried = tried == null ? null : List.copyOf(tried);
        also = also == null ? null : Map.copyOf(also);
        if (also != null && !ALSO.containsAll(also.keySet())) {
            throw new BadInput(t("core.facts.also", "facts", also.keySet(), "known", ALSO));
        }
    }

    /** The version that backups have to fit; null where nothing was written or chosen yet, or it cannot be read. */
    public @Nullable SystemVersion written() {
        String version = also == null ? null : also.get(WRITTEN);
        try {
            return version == null ? null : SystemVersion.parse(version);
        } catch (BadInput _) {
            return null;
        }
    }

    private static Map<String, String> also(Ticket t) {
        Map<String, String> all = new HashMap<>();
        ALSO.forEach(name -> Optional.ofNullable(text(t, name)).ifPresent(v -> all.put(name, v)));
        Optional.ofNullable(t.restored()).or(() -> Optional.ofNullable(t.build()).map(TicketEvent.BuildChosen::version))
                .ifPresent(v -> all.put(WRITTEN, v));
        return all;
    }

    private static <E extends Enum<E>> E oneOf(Class<E> type, String text) {
        return Word.find(type, text)
                .orElseThrow(() -> new BadInput(t("core.bad.one-of", "text", text, "known", Arrays.toString(type.getEnumConstants()))));
    }

    /** @throws BadInput for text that is not a case, by field and value */
    public static CaseFacts parse(String json, String name) {
        return Json.read(json, CaseFacts.class, name);
    }

    /** What a ticket knows. A fact of the ticket that cannot be read is unknown. */
    public static CaseFacts of(Ticket t) {
        return new CaseFacts(t.identifier(), t.problem().orElse(null), number(t), version(t, "installedVersion"),
                version(t, "targetVersion"), backups(t), yesNo(t, "watch"),
                version(t, "watchVersion"), yesNo(t, "ownerPassword"), yesNo(t, "locating"), yesNo(t, "online"), yesNo(t, "eraseButton"),
                value(Ownership.class, text(t, "ownership")), yesNo(t, "blacklisted"), yesNo(t, "liquid"),
                value(Battery.class, text(t, "battery")), buttons(t), tried(t),
                t.consent() == null ? null : t.consentGiven() ? YesNo.YES : YesNo.NO, yesNo(t, "opens"), yesNo(t, "hopesToRemember"),
                text(t, "failedStage"), read(t, "imei", CaseFacts::exact), yesNo(t, "backupWanted"), also(t));
    }

    /** Fifteen digits, or that they lie sealed beside the ledger. */
    static String exact(String imei) {
        return imei.equals(Imei.SEALED) ? imei : Imei.exact(imei).digits();
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
    private static @Nullable List<Backup> backups(Ticket t) {
        String kinds = text(t, "backup");
        if (kinds == null && t.backups().isEmpty()) {
            return null;
        }
        List<Backup> all = new ArrayList<>(t.backups().stream().map(CaseFacts::noted).toList());
        Backup.KINDS.stream().filter(k -> kinds != null && (kinds.equals(k) || kinds.equals("both")))
                .map(k -> new Backup(k, version(t, k + "BackupVersion"), read(t, k + "BackupAt", LocalDate::parse)))
                .filter(b -> all.stream().noneMatch(n -> n.kind().equals(b.kind()) && Objects.equals(n.at(), b.at()) && n.device() == null))
                .filter(b -> b.version() != null || b.at() != null || all.stream().noneMatch(n -> n.kind().equals(b.kind())))
                .toList().forEach(all::add);
        return all;
    }

    /** A backup as it was noted. */
    public static Backup noted(TicketEvent.BackupNoted b) {
        SystemVersion version;
        try {
            version = b.version() == null ? null : SystemVersion.parse(b.version());
        } catch (BadInput _) {
            version = null;
        }
        return new Backup(b.kind(), version, b.at(), b.device(), b.sizeBytes());
    }

    private static @Nullable List<DeviceButton> buttons(Ticket t) {
        String buttons = text(t, "brokenKeys");
        List<DeviceButton> known = buttons == null ? List.of() : list(buttons).stream().map(k -> value(DeviceButton.class, k, Enum::name))
                .filter(Objects::nonNull).toList();
        return buttons == null || known.size() < list(buttons).size() ? null : known;
    }

    /** What was tried before the device came in, every step of this ticket that did not help, and what was prepared. */
    private static @Nullable List<String> tried(Ticket t) {
        String said = text(t, "tried");
        List<String> prepared = t.attempts().stream().filter(a -> a.is(Step::prepares) && Boolean.TRUE.equals(a.said()))
                .map(Attempt::step).toList();
        if (said == null && t.failed().isEmpty() && prepared.isEmpty()) {
            return null;
        }
        List<String> all = new ArrayList<>(said == null ? List.of() : list(said));
        Stream.concat(t.failed().stream(), prepared.stream()).filter(s -> !all.contains(s)).forEach(all::add);
        return all;
    }

    /** The parts of a list as a ticket keeps it; {@code none} is the empty one. */
    public static List<String> list(String text) {
        return text.equals("none") || text.isBlank() ? List.of() : List.of(text.split(","));
    }
}
