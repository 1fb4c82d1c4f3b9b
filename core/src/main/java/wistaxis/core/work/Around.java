package wistaxis.core.work;

import java.time.LocalDate;
import java.util.Optional;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Readiness;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BusinessDays;

/** What a decision has to know besides the ticket; asked only where it matters. */
public interface Around {
    DeviceCatalogue devices();

    Intake intake();

    LocalDate today();

    BusinessDays businessDays();

    /** Whether bench and computer are ready for a step that writes firmware. */
    Readiness readiness(Ticket ticket);

    /**
     * Why a run of the restore program may not begin, whatever the ticket says: another device may hang there, or the firmware file is
     * not the one that was verified.
     *
     * @param fetches whether the computer fetches the firmware by itself
     */
    Optional<String> doubt(Ticket ticket, boolean fetches);
}
