package wistaxis.workbench.ticket;

import static wistaxis.core.words.Say.t;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import wistaxis.core.ticket.Ticket;
import wistaxis.store.files.LogFile;
import wistaxis.workbench.life.Notices;

/**
 * One ticket never takes the rest with it: whatever throws while a ticket is looked at, planned, drawn or ticked is caught at that ticket,
 * which gets the page of unreadable tickets with the reason. Each cause is said once.
 */
public final class Guard {
    private final Supplier<Shop> shop;
    private final Notices notices;
    private final Set<String> said = new HashSet<>();

    /** @param shop the shop's rules as they are in force now, which know what is unreadable */
    public Guard(Supplier<Shop> shop, Notices notices) {
        this.shop = shop;
        this.notices = notices;
    }

    /** Looks at a ticket. @return empty where that failed, and it cannot be worked on until it changes */
    public <T> Optional<T> of(Ticket ticket, Supplier<T> look) {
        try {
            return Optional.ofNullable(look.get());
        } catch (RuntimeException | StackOverflowError e) {
            caught(ticket, e);
            return Optional.empty();
        }
    }

    /** The same for what has no answer. */
    public void of(Ticket ticket, Runnable work) {
        of(ticket, () -> {
            work.run();
            return true;
        });
    }

    /** Something went wrong with a ticket. */
    public void caught(Ticket ticket, Throwable e) {
        String why = t("workbench.odd.failed", "why", e);
        shop.get().unreadable(ticket, why);
        if (said.add(ticket.number() + why + at(e))) {
            LogFile.failed(ticket.number(), e);
            notices.say(t("workbench.odd.unreadable", "number", ticket.number(), "why", why));
        }
    }

    /** Where it was thrown. */
    private static String at(Throwable e) {
        return e.getStackTrace().length == 0 ? "" : "@" + e.getStackTrace()[0];
    }
}
