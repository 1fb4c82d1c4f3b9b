package wistaxis.workbench.life;

import java.util.Set;

/**
 * Something has changed; whoever shows it looks again.
 *
 * @param topic what kind of thing
 * @param ticket which ticket; empty for none in particular
 */
public record Change(Topic topic, String ticket) {
    /** What can be followed. */
    public enum Topic {
        /** A ticket's entries. */
        TICKET,
        /** The work that goes on at a ticket: its coach, its run. */
        WORK,
        /** Catalogue, firmware folder, downloads and proofs. */
        STOCK,
        /** What the shop prefers, its own key sequences, and how the computer stands. */
        SHOP,
        /** Who is at the bench, what was practised, and the drill. */
        PRACTICE,
        /** What hangs on the computer's USB. */
        USB,
        /** When who needs hands. */
        PLAN,
        /** The pace of the bench's time. */
        TIME,
        /** Backups. */
        BACKUP,
        /** Something is to be said to whoever is at the bench. */
        NOTICE
    }

    /** Whether it matters to somebody who shows one ticket. */
    public boolean isOf(String number, Set<Topic> topics) {
        return topics.contains(topic) && (ticket.isEmpty() || ticket.equals(number));
    }
}
