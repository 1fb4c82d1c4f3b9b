package wistaxis.standins;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import wistaxis.core.buttons.Mistake;
import wistaxis.core.buttons.Mode;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.Said;
import wistaxis.core.firmware.Build;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Ending;
import wistaxis.core.ticket.TicketEvent;

/** The Saltmarsh Repair Bench: an invented day's tickets, dated relative to now, and the firmware files they have fetched. */
public final class DemoWorld {
    /** The bench's name. */
    public static final String NAME = "Saltmarsh Repair Bench";

    private static final List<String> STAGES = List.of("check", "extract", "prepare", "sign", "send", "restore-software",
            "restore-firmware", "verify", "restart",
            "second-bar", "greeting");

    private static final int FIRST_OF_PAST = 1001;

    private final Instant now;
    private final Path firmwareFolder;
    private final MadeFirmware firmwareFiles;
    private final StandInCatalogue.Offer offer = StandInCatalogue.newest();
    private final List<Happening> all = new ArrayList<>();

    /**
     * Something that happened on a demo ticket.
     *
     * @param ticket which ticket, 1 upwards, in the order in which they are opened
     */
    public record Happening(int ticket, Instant at, TicketEvent event) {}

    private DemoWorld(Instant now, Path firmwareFolder, MadeFirmware firmwareFiles) {
        this.now = now;
        this.firmwareFolder = firmwareFolder;
        this.firmwareFiles = firmwareFiles;
    }

    /** How far the demo's past goes back. */
    public enum Past {
        /** The day, and the few cases that its evidence rests on. */
        WEEKS(0),
        /** A few hundred closed tickets besides, for the shop's figures. */
        MONTHS(DemoPast.TICKETS);

        private final int tickets;

        Past(int tickets) {
            this.tickets = tickets;
        }

        /** The name of a ticket of the demo. @param n as in the short past, from 1 */
        public String ticket(int n) {
            return String.format(Locale.ROOT, "T-%04d", tickets + n);
        }
    }

    /**
     * What has happened so far, oldest first; puts the fetched firmware files in the firmware folder.
     *
     * @param standIns where the library keeps what it made
     */
    public static List<Happening> history(Instant now, Path firmwareFolder, Path standIns, Past past) throws IOException {
        Files.createDirectories(firmwareFolder);
        DemoWorld world = new DemoWorld(now, firmwareFolder, new MadeFirmware(standIns));
        if (past == Past.MONTHS) {
            world.all.addAll(DemoPast.tell(now, FIRST_OF_PAST));
        }
        world.tell();
        return world.all.stream().sorted(Comparator.comparing(Happening::at).thenComparing(Happening::ticket)).toList();
    }

    /** Whether a file in the firmware folder is called as the library's firmware files are, or is what has come of one. */
    public static boolean isFirmwareFileName(Path file) {
        return StandInCatalogue.offers().stream()
                .anyMatch(o -> String.valueOf(file.getFileName())
                .matches("i(Phone|Pad|Pod)\\d+-\\d+_" + o.build() + "\\.zip(\\.part(\\.json)?)?"));
    }

    private void tell() throws IOException {
        past(101, 46, "School trolley, tablet 03", "iPad12,1", "looping", "force-restart", false, "recovery-update", true);
        past(102, 39, "School trolley, tablet 11", "iPad12,1", "looping", "force-restart", true, "", true);
        past(103, 31, "School trolley, tablet 12", "iPad12,1", "looping", "force-restart", false, "recovery-update", true);
        past(104, 27, "Bird observatory, tablet W", "iPad7,5", "looping", "force-restart", true, "recovery-update", false);
        past(105, 22, "Ferry crew, deck phone 1", "iPhone12,1", "unavailable", "remote-erase", true, "", true);
        past(106, 17, "Ferry crew, purser's phone", "iPhone14,7", "unavailable", "recovery-restore", true, "", true);
        past(107, 12, "Lighthouse museum, audio guide 1", "iPhone11,8", "unavailable", "recovery-restore", true, "", true);
        past(108, 6, "Lighthouse museum, audio guide 2", "iPhone11,8", "unavailable", "remote-erase", false, "recovery-restore", true);
        opened(1, 1500, "Lighthouse museum, audio guide 4", "audio-guide phone, glass back", "cloud");
        identified(1, 1497, "iPhone11,8");
        agreed(1, 1494, "museum keeper");
        verified(1, 1480, "iPhone11,8");
        buttons(1, 1476, false);
        buttons(1, 1475, true);
        restored(1, 1474, "iPhone11,8");
        handedOver(1, 1455);

        opened(2, 170, "Bird observatory, field phone B", "small phone with a Home pad", "computer");
        identified(2, 168, "iPhone14,6");
        agreed(2, 165, "warden");
        verified(2, 150, "iPhone14,6");
        buttons(2, 140, true);
        restored(2, 139, "iPhone14,6");
        promised(2, 170, 20);

        opened(3, 95, "Bird observatory, field phone D", "the cracked one", "cloud");
        identified(3, 93, "iPhone14,5");
        agreed(3, 90, "warden");
        verified(3, 60, "iPhone14,5");
        buttons(3, 12, false);
        promised(3, 95, 55);

        opened(4, 44, "Ferry crew, deck phone 2", "iPhone 12, blue", "cloud");
        identified(4, 42, "iPhone13,2");
        agreed(4, 40, "deckhand");
        promised(4, 44, 75);

        opened(5, 31, "Lighthouse museum, audio guide 7", "audio-guide phone, Home pad", "none");
        identified(5, 29, "iPhone10,1");
        promised(5, 31, 120);

        opened(6, 9, "Island school, office phone", "iPhone 13 mini, says the secretary", null);
        promised(6, 9, 200);

        opened(7, 8, "Ferry crew, engine-room phone", "fell into the bilge", null);
        fact(7, 7, "liquid", "yes");
        fact(7, 7, "battery", "ok");

        happened(8, 6.5, new TicketEvent.Opened("School trolley, tablet 07", true));
        fact(8, 6.3, "trouble", "looping");
        identified(8, 6, "iPad12,1");
        sound(8, 5.8);
        fact(8, 5.6, "ownership", "proved");
        fact(8, 5.4, "backup", "cloud");
        fact(8, 5.4, "cloudBackupAt", now.atZone(java.time.ZoneOffset.UTC).toLocalDate().minusDays(2).toString());
        fact(8, 5.2, "tried", "charge");
        promised(8, 6.5, 260);

        happened(9, 5, new TicketEvent.Opened("Ferry crew, new hand's phone", true));
        fact(9, 4.9, "trouble", "carrier-lock");
        identified(9, 4.8, "iPhone15,4");
        sound(9, 4.7);
        fact(9, 4.6, "ownership", "proved");
        fact(9, 4.5, "imei", "356958031648321");
        fact(9, 4.4, "imeiReadBack", "yes");
        fact(9, 4.4, "contract", "settled");
        promised(9, 5, 600);

        happened(10, 4, new TicketEvent.Opened("Pilot boat, purser's phone", true, true));
        fact(10, 3.9, "trouble", "unavailable");
        fact(10, 3.8, "ownership", "proved");
        fact(10, 3.7, "backup", "none");
        sound(10, 3.6);
        identified(10, 3.5, "iPhone13,2");
        agreed(10, 3.2, "purser");
        happened(10, 3, new TicketEvent.FirmwareFrom(TicketEvent.FirmwareFrom.COMPUTER));
        promised(10, 4, 150);
    }

    /** A case of an earlier day: two steps at most, each of which helped or did not. */
    private void past(int ticket, int days, String title, String identifier, String problem, String first, boolean firstHelped,
            String second, boolean secondHelped) {
        double ago = days * 1440.0;
        happened(ticket, ago, new TicketEvent.Opened(title, true));
        fact(ticket, ago - 1, "trouble", problem);
        identified(ticket, ago - 2, identifier);
        stepped(ticket, ago - 10, first, firstHelped);
        if (!firstHelped) {
            stepped(ticket, ago - 40, second, secondHelped);
        }
        happened(ticket, ago - 90, new TicketEvent.Closed(firstHelped || secondHelped ? Said.of("handed-over")
                : Ending.toHardware(List.of(first, second))));
    }

    private void stepped(int ticket, double ago, String step, boolean helped) {
        if (Steps.is(step, Step::erases)) {
            happened(ticket, ago, new TicketEvent.ConsentAsked(step, true, "owner", "there is a backup; what is newer than it is lost"));
        }
        happened(ticket, ago, new TicketEvent.RouteChosen(step));
        happened(ticket, ago - 20, new TicketEvent.StepTried(step, helped));
    }

    private void happened(int ticket, double minutesAgo, TicketEvent event) {
        all.add(new Happening(ticket, now.minus(Duration.ofMillis(Math.round(minutesAgo * 60_000))), event));
    }

    private void opened(int ticket, double ago, String title, String words, @org.jspecify.annotations.Nullable String backup) {
        happened(ticket, ago, new TicketEvent.Opened(title, true));
        fact(ticket, ago - 0.2, "deviceWords", words);
        fact(ticket, ago - 0.4, "trouble", "unavailable");
        fact(ticket, ago - 0.8, "ownership", "proved");
        if (backup != null) {
            sound(ticket, ago - 0.9);
            Map.of("eraseButton", "no", "hopesToRemember", "no", "ownerPassword", "yes", "locating", "off", "online", "no", "backup",
                    backup, "wrongTries", "10-or-more")
                    .entrySet().stream().sorted(Map.Entry.comparingByKey()).forEach(e -> fact(ticket, ago - 1, e.getKey(), e.getValue()));
        }
    }

    /** Dry, a good battery, every key works, not reported lost. */
    private void sound(int ticket, double ago) {
        Map.of("liquid", "no", "battery", "ok", "brokenKeys", "none", "blacklisted", "no").entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(e -> fact(ticket, ago, e.getKey(), e.getValue()));
    }

    private void fact(int ticket, double ago, String fact, String value) {
        happened(ticket, ago, new TicketEvent.FactRecorded(fact, value));
    }

    private void promised(int ticket, double openedAgo, int inMinutes) {
        Instant then = now.plus(Duration.ofMinutes(inMinutes)).truncatedTo(java.time.temporal.ChronoUnit.MINUTES);
        fact(ticket, openedAgo - 1.2, "promised", then.toString());
    }

    private void identified(int ticket, double ago, String identifier) {
        happened(ticket, ago, new TicketEvent.Identified(identifier, "by the number on the back"));
    }

    private void agreed(int ticket, double ago, String who) {
        happened(ticket, ago, new TicketEvent.ConsentAsked("recovery-restore", true, who, "what is newer than the backup is lost"));
        happened(ticket, ago, new TicketEvent.RouteChosen("recovery-restore"));
        fact(ticket, ago, "readyCable", "yes");
        fact(ticket, ago, "readyProgram", "yes");
    }

    private void verified(int ticket, double ago, String identifier) throws IOException {
        Path file = firmwareFolder.resolve(Build.fileName(identifier, offer.build()));
        MadeFirmware.Note made = firmwareFiles.make(identifier, offer);
        Files.copy(firmwareFiles.file(MadeFirmware.name(identifier, offer.build())), file, StandardCopyOption.REPLACE_EXISTING);
        happened(ticket, ago + 1, new TicketEvent.BuildChosen(offer.version(), offer.build(), made.sha256(), made.size(),
                "Newest signed build for this model."));
        happened(ticket, ago + 0.9, new TicketEvent.DownloadStarted(offer.build(), 0));
        happened(ticket, ago + 0.1, new TicketEvent.Downloaded(offer.build(), made.size(), made.size() / 2_890_000.0));
        happened(ticket, ago, new TicketEvent.FirmwareVerified(offer.build(), firmwareFolder.getFileName() + "/" + file.getFileName(), 6,
                made.sha256(), "signed"));
    }

    private void buttons(int ticket, double ago, boolean landed) {
        happened(ticket, ago, new TicketEvent.ButtonsAttempted("Plugged restart", "recovery", landed,
                landed ? Said.of("recovery-seen")
                : new Mistake("released-at-logo", DeviceButton.SIDE, 11.8, 0).said(), List.of()));
        if (landed) {
            happened(ticket, ago, new TicketEvent.ModeEntered(Mode.RECOVERY));
        }
    }

    private void restored(int ticket, double ago, String model) {
        happened(ticket, ago, new TicketEvent.RestoreStarted(offer.build()));
        for (int i = 0; i < STAGES.size(); i++) {
            happened(ticket, ago - i * 1.2, new TicketEvent.StageReached(STAGES.get(i)));
        }
        happened(ticket, ago - 4, new TicketEvent.SigningAnswered(true, Said.of("core.signing.signed", "model", model, "build",
                offer.build())));
        happened(ticket, ago - 13.5, new TicketEvent.Restored(offer.version()));
    }

    private void handedOver(int ticket, double ago) {
        List.of(List.of("greeting-seen", "seen"), List.of("step-helped", "it helped"), List.of("version-matches", "matches"),
                List.of("account-lock", "owner signed in"), List.of("passcode-set", "set by the owner"),
                List.of("data-back", "cloud backup running"))
                .forEach(c -> happened(ticket, ago, new TicketEvent.CheckAnswered(c.getFirst(), c.getLast())));
        happened(ticket, ago, new TicketEvent.StepTried("recovery-restore", true));
        happened(ticket, ago - 1, new TicketEvent.Closed(Said.of("restored", "version", offer.version())));
    }
}
