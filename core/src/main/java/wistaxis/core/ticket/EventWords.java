package wistaxis.core.ticket;

import java.util.Locale;
import java.util.stream.Collectors;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Units;
import wistaxis.core.keys.Mistake;
import wistaxis.core.keys.Reading;
import wistaxis.core.steps.Walk;
import wistaxis.core.words.Text;

/** Events in words, for the ledger on screen. */
public final class EventWords {
    private EventWords() {}

    public static String of(TicketEvent event) {
        return switch (event) {
            case TicketEvent.Opened e -> "Opened: " + e.title() + (e.simulated() ? " (simulated)" : "");
            case TicketEvent.FactRecorded e -> "Intake: " + spaced(e.fact()) + " is " + e.value();
            case TicketEvent.FactWithdrawn e -> "Intake: " + spaced(e.fact()) + " is unknown again";
            case TicketEvent.Identified e -> "Identified as " + e.identifier() + ", " + e.how();
            case TicketEvent.ConsentAsked e -> (e.given() ? "Owner agreed to erase (" : "Owner did not agree to erase (") + e.who()
                    + "); told about backup: " + e.toldAboutBackup();
            case TicketEvent.RouteChosen e -> "Step taken: " + spaced(e.step());
            case TicketEvent.BuildChosen e -> "Firmware chosen: " + e.version() + " (" + e.build() + ")";
            case TicketEvent.DownloadStarted e -> "Download of " + e.build()
                    + (e.fromByte() > 0 ? " goes on at " + Units.inWords(e.fromByte()) : " started");
            case TicketEvent.DownloadStopped e -> "Download of " + e.build() + " stopped at " + Units.inWords(e.atByte()) + ": "
                    + e.reason();
            case TicketEvent.Downloaded e -> String.format(Locale.ROOT, "Download of %s whole: %s in %.0f s", e.build(),
                    Units.inWords(e.bytes()), e.seconds());
            case TicketEvent.PackageProven e -> "Package of " + e.build() + " proven" + (e.by() == null ? "" : " (" + e.by() + ")") + ", "
                    + e.parts() + " parts, digest " + e.sha256().substring(0, Math.min(12, e.sha256().length()));
            case TicketEvent.PackageAccepted e -> "Package of " + e.build() + " taken unproven: " + e.parts()
                    + " parts agree with its own manifest, nobody vouches for it";
            case TicketEvent.PackageRefused e -> "Package of " + e.build() + " refused: " + e.reason();
            case TicketEvent.KeysAttempted e -> "Keys, " + e.school() + ": " + (e.succeeded() ? "landed" : "missed. " + of(e.says()));
            case TicketEvent.StateRead e -> "Seen: " + e.seen() + "; the host sees " + e.host() + ". " + e.means();
            case TicketEvent.ModeEntered e -> "Device in " + e.mode();
            case TicketEvent.ModeLost e -> "Mode lost: " + of(e.why());
            case TicketEvent.RestoreStarted e -> e.build().isEmpty() ? "Restore started, with what the host fetches"
                    : "Restore started with " + e.build();
            case TicketEvent.StageReached e -> "Restore: " + spaced(e.stage());
            case TicketEvent.SigningAnswered e -> "Signing: " + e.says();
            case TicketEvent.RestoreStopped e -> "Restore stopped: " + of(e.why());
            case TicketEvent.Restored e -> "Written: " + e.version();
            case TicketEvent.CheckAnswered e -> "Handover: " + spaced(e.check()) + ": " + e.answer();
            case TicketEvent.StepTried e -> spaced(e.step()) + (e.helped() ? " helped" : " did not help");
            case TicketEvent.Overruled e -> "Overruled for " + spaced(e.step()) + ": " + e.reason();
            case TicketEvent.UnlockOrdered e -> "Carrier unlock ordered from " + e.carrier() + " on " + e.ordered() + ", due "
                    + e.earliest() + " to " + e.latest();
            case TicketEvent.UnlockAnswered e -> "Carrier unlock: " + spaced(e.what());
            case TicketEvent.Closed e -> "Closed: " + of(e.outcome());
            case TicketEvent.BreakRead e -> "Read at the bench, and gone on with: " + e.says();
            case TicketEvent.Sighted e -> "Seen" + (e.screen() == null ? "" : " on it: " + spaced(e.screen()))
                    + (e.host() == null ? "" : (e.screen() == null ? "" : ";") + " the host has " + (e.host().equals("nothing") ? "nothing"
                    : "it in " + e.host())) + (e.source().equals("usb") ? " (USB)" : " (told)");
            case TicketEvent.DeviceBound e -> "This ticket's device: " + (e.serial().isEmpty() ? "without a serial string" : e.serial())
                    + ", at " + e.port();
            case TicketEvent.DeviceReleased e -> "Not this ticket's device: " + e.why();
            case TicketEvent.FirmwareFrom e -> e.source().equals(TicketEvent.FirmwareFrom.HOST) ? "The host fetches the firmware by itself"
                    : "The host is given a package";
            case TicketEvent.HostLeft e -> "The host shows " + e.minutes() + " min left";
            case TicketEvent.HostTrouble e -> "At the host: " + spaced(e.kind()) + (e.words().isEmpty() ? "" : ", it says [" + e.words()
                    + "]");
            case TicketEvent.TroubleTried e -> "Tried at the host: " + spaced(e.step()) + (e.helped() ? ", helped" : ", did not help");
            case TicketEvent.WalkNoted e -> Walk.find(e.way()).flatMap(w -> w.steps().stream().filter(s -> s.id().equals(e.stop()))
                    .findFirst()).map(s -> s.title() + ": " + s.answer(e.answer()).map(a -> a.words().toString()).orElse(e.answer()))
                    .orElse(spaced(e.way()) + ", " + spaced(e.stop()) + ": " + spaced(e.answer()));
            case TicketEvent.BackupNoted e -> "Backup " + (Boolean.TRUE.equals(e.here()) ? "made here: " : "known: ") + e.kind()
                    + (e.version() == null ? "" : ", version " + e.version()) + (e.at() == null ? "" : ", of " + e.at())
                    + (e.sizeBytes() == null ? "" : ", " + Units.inWords(e.sizeBytes())) + (e.where() == null ? "" : ", " + e.where());
            case TicketEvent.PaperHandedOut e -> "Paper handed out: " + e.paper() + ", of the entries up to " + e.upTo();
            case TicketEvent.CustomerSealed e -> "Customer sealed beside the ledger, digest "
                    + e.sha256().substring(0, Math.min(12, e.sha256()
                    .length()));
            case TicketEvent.CustomerForgotten e -> "Customer forgotten: " + e.why();
            case TicketEvent.Flapped e -> String.format(Locale.ROOT, "Came and went on USB %d times in %.0f s: %s", e.times(), e.seconds(),
                    e.loops() ? String.format(Locale.ROOT, "a boot loop, every %.1f s", e.period()) : "a loose contact?");
            case TicketEvent.TakenBack e -> "Taken back: " + (e.entries().size() == 1 ? "entry " : "entries ") + e.entries().stream()
                    .map(String::valueOf).collect(Collectors.joining(", "));
            case TicketEvent.AtWork e -> "At work on it: " + e.who();
            case TicketEvent.Odd e -> "Not understood: " + e.why();
        };
    }

    /** What is kept as a key with its values. */
    public static Text of(Said said) {
        return Mistake.says(said).or(() -> Reading.says(said)).or(() -> Ending.says(said)).orElseGet(said::words);
    }

    private static String spaced(String id) {
        return id.replaceAll("([a-z])([A-Z])", "$1 $2").replace('-', ' ').toLowerCase(Locale.ROOT);
    }
}
