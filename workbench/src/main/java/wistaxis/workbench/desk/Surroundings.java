package wistaxis.workbench.desk;

import java.time.Instant;
import java.util.Optional;
import java.util.function.Supplier;
import wistaxis.core.route.Readiness;
import wistaxis.core.ticket.Ticket;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.route.Routes;
import wistaxis.workbench.ticket.ShopAround;
import wistaxis.workbench.usb.ComputerUsb;

/** What decisions at an open bench have to know: what hangs on USB, what lies in the firmware folder, how the computer stands. */
public final class Surroundings extends ShopAround {
    private final Routes routes;
    private final ComputerUsb usb;
    private final Stock stock;

    public Surroundings(Routes routes, ComputerUsb usb, Stock stock, Supplier<Instant> now) {
        super(routes::shop, now::get);
        this.routes = routes;
        this.usb = usb;
        this.stock = stock;
    }

    @Override
    public Readiness readiness(Ticket ticket) {
        return routes.readiness(ticket);
    }

    @Override
    public Optional<String> doubt(Ticket ticket, boolean fetches) {
        return usb.contradiction(ticket).or(() -> usb.unconfirmed(ticket))
                .or(() -> fetches ? Optional.empty() : stock.notAsVerified(ticket));
    }
}
