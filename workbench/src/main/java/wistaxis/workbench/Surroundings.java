package wistaxis.workbench;

import java.util.Optional;
import wistaxis.core.route.Readiness;
import wistaxis.core.ticket.Ticket;
import wistaxis.workbench.ticket.ShopAround;

/** What decisions at an open bench have to know: what hangs on USB, what lies on the shelf, how the host stands. */
final class Surroundings extends ShopAround {
    private final Workbench bench;

    Surroundings(Workbench bench) {
        super(() -> bench.routes().shop(), bench::now);
        this.bench = bench;
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
