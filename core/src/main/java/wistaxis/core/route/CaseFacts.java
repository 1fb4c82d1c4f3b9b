package wistaxis.core.route;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.Imei;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Word;
import wistaxis.core.facts.YesNo;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.steps.Problem;
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

    /** What stayed on the screen of a device that was tried in DFU before, as its customer says. */
    static final String DFU_SCREEN = "dfuScreen";

    /** Whether the device came up by a step that keeps what is on it. */
    static final String CAME_UP = "cameUp";

    /** Facts that only rules read. */
    public static final List<String> ALSO = List.of("signInCode", "accountData", "touch", "display", "dataPort", "storageFull", "contract",
            "imeiReadBack",
            "trustedComputer", "lockWord",
            Ticket.WISH, DFU_SCREEN,
            CAME_UP, WRITTEN);

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
        return TicketFacts.of(t);
    }

    /** Fifteen digits, or that they lie sealed beside the ledger. */
    static String exact(String imei) {
        return imei.equals(Imei.SEALED) ? imei : Imei.exact(imei).digits();
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

    /** The parts of a list as a ticket keeps it; {@code none} is the empty one. */
    public static List<String> list(String text) {
        return text.equals("none") || text.isBlank() ? List.of() : List.of(text.split(","));
    }
}
