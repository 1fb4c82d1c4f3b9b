package wistaxis.workbench.command;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.NotAllowed;

/** What came of a command. */
public sealed interface Result {
    /** It is on the disk. @param ticket as it is now @param entries none where nothing had to be written */
    record Done(Ticket ticket, List<LedgerEntry> entries) implements Result {
        public Done {
            entries = List.copyOf(entries);
        }
    }

    /** It was not done, and nothing was written. @param why in words: the rules do not allow it ({@link NotAllowed}), or a value is none */
    record Refused(BadInput why) implements Result {}

    /** It could not be kept, and nothing was written. */
    record Failed(RuntimeException why) implements Result {}

    /** The ticket, where it was done. @throws RuntimeException where it was not, with the reason */
    default Ticket orThrow() {
        return switch (this) {
            case Done(Ticket ticket, _) -> ticket;
            case Refused(BadInput why) -> throw why;
            case Failed(RuntimeException why) -> throw why;
        };
    }

    /** Why it was not done, in words; empty where it was. */
    default Optional<String> problem() {
        return switch (this) {
            case Done _ -> Optional.empty();
            case Refused(BadInput why) -> Optional.of(String.valueOf(why.getMessage()));
            case Failed(RuntimeException why) -> Optional.of(String.valueOf(why.getMessage()));
        };
    }

    /** What follows once it was done. */
    default void then(Consumer<Ticket> follows) {
        if (this instanceof Done(Ticket ticket, _)) {
            follows.accept(ticket);
        }
    }
}
