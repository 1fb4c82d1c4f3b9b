package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Clock;
import java.time.InstantSource;
import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.cli.output.OnLedger;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Rules;
import wistaxis.store.books.Books;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerSeen;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.workbench.Alone;
import wistaxis.workbench.ticket.Shop;

/** What all on tickets have. */
public abstract class OnTickets extends OnLedger {
    private static final InstantSource CLOCK = Clock.systemUTC();

    private @Nullable Shop shop;

    /** The shop's own methods, preferences and catalogue. */
    final Shop shop() {
        Shop read = shop == null ? Shop.look(folder(), DEVICES, CLOCK) : shop;
        shop = read;
        return read;
    }

    final Rules rules(List<LedgerEntry> entries) {
        return shop().rules(Ticket.fold(entries));
    }

    final void answer(List<LedgerEntry> entries) {
        TicketRow row = TicketRow.of(rules(entries), entries.getLast().number());
        answer(row, row.words());
    }

    /** @throws BadInput where there is no such ticket */
    static List<LedgerEntry> known(String number, List<LedgerEntry> entries) {
        if (entries.isEmpty()) {
            throw new BadInput(t("cli.ticket.none", "number", number));
        }
        return entries;
    }

    /** The ledger, to be appended to, unless something is wrong with it that nobody has read. */
    final LedgerStore writable(DataFolder folder) {
        LedgerStore ledger = Books.kept(folder, CLOCK);
        LedgerCheck check = ledger.checkAtStart(LedgerSeen.read(folder.seen()), CLOCK.instant());
        if (check.broken().isPresent() && !check.read()) {
            ledger.close();
            throw new Refusal(t("cli.ticket.ledger-broken", "why", check.broken().get()));
        }
        return ledger;
    }

    /** The one way in. */
    final Alone alone(LedgerStore ledger) {
        return new Alone(ledger, folder(), shop(), CLOCK);
    }
}
