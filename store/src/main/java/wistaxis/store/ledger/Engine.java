package wistaxis.store.ledger;

import java.util.Optional;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.HandleCallback;
import org.jdbi.v3.core.Jdbi;
import org.jspecify.annotations.Nullable;
import wistaxis.store.files.DiskProblem;

/** What a ledger is kept in, a file or a server: speaks SQL, and knows the few things that one says otherwise than another. */
public interface Engine extends AutoCloseable {
    /** What speaks SQL to it. */
    Jdbi jdbi();

    /** The number of the last schema that was applied. */
    int version();

    /** The same on a connection of its own, for whoever reads for long. */
    Engine beside();

    /** Refuses what is not what was opened any more. @throws DiskProblem where that is so */
    default void check() {}

    /**
     * Calls somebody whenever anything was appended, by whomever, and after each time that it could not be reached; a file calls nobody.
     */
    default void listen(Runnable appended) {}

    /** What this bench is called among those that work on it; null where there is one alone. */
    default @Nullable String bench() {
        return null;
    }

    /**
     * Removes what was thrown away from where it still lies.
     *
     * @return whether that was done; not while somebody else reads
     */
    boolean purge();

    /** Looks whether what lies on the disk is whole. */
    default void health() {}

    /** What went wrong, as a person is told. */
    RuntimeException told(RuntimeException e);

    /** Waits until nobody else appends, and keeps others from it until the transaction ends. */
    default void alone(Handle handle) {}

    /** Reads. */
    <T> T read(HandleCallback<T, RuntimeException> question);

    /** Reads several times, as it is at one moment, whatever is appended meanwhile. */
    <T> T moment(HandleCallback<T, RuntimeException> question);

    /** How a value of an entry's event is said in SQL. @param body the column @param name of the value */
    String value(String body, String name);

    /** How the number in a ticket's name is said in SQL. @param ticket the column */
    String number(String ticket);

    /**
     * How the 10th, 50th and 90th percentile of a column are said in SQL, as an array of numbers with fractions, by linear interpolation
     * between the closest ranks; empty for a database that has no such thing.
     */
    default Optional<String> percentiles(String column) {
        return Optional.empty();
    }

    /** Puts the words of an entry into the index: its number, then its words. */
    String intoIndex();

    /** Empties the index. */
    String emptyIndex();

    /** What goes into the index of an entry's words. */
    default String indexed(String words) {
        return words;
    }

    /** How the index is asked for {@code :query}, as a condition on {@code word}. */
    String inIndex();

    /** What the index is asked for a search. */
    String query(SearchWords.Query query);

    @Override
    void close();
}
