package wistaxis.workbench;

import static wistaxis.core.words.Say.t;

import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareLayout;
import wistaxis.core.route.Readiness;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.store.files.Inside;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.people.Sealing;
import wistaxis.workbench.ticket.Shop;
import wistaxis.workbench.ticket.ShopAround;

/** The one way in for whoever holds no bench open: a command at a time, on the ledger as it is. */
public final class Alone {
    private final LedgerStore ledger;
    private final DataFolder folder;
    private final Shop shop;
    private final InstantSource now;

    public Alone(LedgerStore ledger, DataFolder folder, Shop shop, InstantSource now) {
        this.ledger = ledger;
        this.folder = folder;
        this.shop = shop;
        this.now = now;
    }

    /** Opens a ticket. */
    public Result open(Command.Open command) {
        return commands(null, null).open(command).join();
    }

    /**
     * Does it, on the disk when this returns.
     *
     * @param seen number of the ticket's last entry that somebody looked at; null for as it is now
     * @param by who does it; null where nobody said
     */
    public Result give(String ticket, @Nullable Long seen, @Nullable String by, Command command) {
        return commands(seen, by).give(ticket, command).join();
    }

    private Commands commands(@Nullable Long seen, @Nullable String by) {
        return new Commands(new Book(seen), shop::rules, new Outside(), (ticket, command, events) ->
                CompletableFuture.completedFuture(Sealing.alone(folder, ticket, events)), () -> Optional.ofNullable(by), (_, _) -> { });
    }

    /** The ledger, read for each ticket. */
    private final class Book implements Commands.Book {
        private final @Nullable Long seen;
        private long last;

        Book(@Nullable Long seen) {
            this.seen = seen;
        }

        @Override
        public Ticket of(String number) {
            List<LedgerEntry> entries = ledger.of(number);
            if (entries.isEmpty()) {
                throw new BadInput(t("workbench.bad.no-ticket", "number", number));
            }
            last = entries.getLast().number();
            return Ticket.fold(entries);
        }

        @Override
        public CompletableFuture<LedgerEntry> open(TicketEvent.Opened opened) {
            return ledger.openTicket(opened, now.instant());
        }

        @Override
        public CompletableFuture<List<LedgerEntry>> append(String number, List<TicketEvent> events) {
            return ledger.append(number, seen == null ? last : seen, events, now.instant());
        }
    }

    /** Nobody looks at this computer or its USB here: that is the window's, or whoever stands there. */
    private final class Outside extends ShopAround {
        Outside() {
            super(() -> shop, now);
        }

        @Override
        public Readiness readiness(Ticket ticket) {
            return new Readiness(List.of());
        }

        @Override
        public Optional<String> doubt(Ticket ticket, boolean fetches) {
            if (fetches || ticket.firmwareFile() == null) {
                return Optional.empty();
            }
            FirmwareFolder firmwareFolder = new FirmwareFolder(folder.firmwareFolder(), folder.firmwareFolderIndex(),
                    new FirmwareCheck(FirmwareLayout.shipped(), null));
            return firmwareFolder.notAsVerified(Inside.found(folder.root(), ticket.firmwareFile()), ticket.observed().digest());
        }
    }
}
