package wistaxis.workbench;

import java.time.LocalDate;
import java.util.Optional;
import wistaxis.core.bench.BusinessDays;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Readiness;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Around;

/** What decisions at an open bench have to know: what hangs on USB, what lies on the shelf, how the host stands. */
final class Surroundings implements Around {
    private final Workbench bench;

    Surroundings(Workbench bench) {
        this.bench = bench;
    }

    @Override
    public DeviceCatalogue devices() {
        return bench.devices();
    }

    @Override
    public Intake intake() {
        return bench.routes().intake();
    }

    @Override
    public LocalDate today() {
        return bench.routes().today();
    }

    @Override
    public BusinessDays businessDays() {
        return bench.routes().businessDays();
    }

    @Override
    public Readiness readiness(Ticket ticket) {
        return bench.routes().readiness(ticket);
    }

    @Override
    public Optional<String> doubt(Ticket ticket, boolean fetches) {
        return bench.usb().contradiction(ticket).or(() -> bench.usb().unconfirmed(ticket))
                .or(() -> fetches ? Optional.empty() : bench.stock().notAsVerified(ticket));
    }
}
