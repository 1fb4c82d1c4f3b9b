package wistaxis.store.books;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.JdbiException;
import org.jdbi.v3.core.mapper.RowMapper;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Engine;
import wistaxis.store.practice.PracticeBook;

/** What was practised at each bench of a shop, at all of them: one's own goes to the server, others' come from it. */
public final class PracticeShared {
    private static final RowMapper<PracticeBook.Row> ROW = (r, _) -> new PracticeBook.Row(r.getString("bench"), r.getLong("number"), r
            .getString("person"), r.getString("kind"), r.getString("at"), r.getString("body"));

    private PracticeShared() {}

    /**
     * Blocks; what was interrupted is made up for by the next time.
     *
     * @return how many results of others came
     * @throws wistaxis.store.ledger.ServerProblem where the server is away, or does not know of practice yet
     */
    public static int share(DataFolder folder, PracticeBook book) {
        Optional<Engine> server = Books.server(folder, 1);
        if (server.isEmpty()) {
            return 0;
        }
        try (Engine there = server.get()) {
            String mine = String.valueOf(there.bench());
            return there.jdbi().inTransaction(h -> {
                book.own(last(h, mine)).forEach(r -> h.execute("INSERT INTO practice (bench, number, person, kind, at, body) "
                        + "VALUES (?, ?, ?, ?, ?, ?) ON CONFLICT DO NOTHING", mine, r.number(), r.person(), r.kind(), r.at(), r.body()));
                List<PracticeBook.Row> theirs = new ArrayList<>();
                for (String bench : h.createQuery("SELECT DISTINCT bench FROM practice").mapTo(String.class).list()) {
                    if (!bench.equals(mine)) {
                        theirs.addAll(h.createQuery("SELECT * FROM practice WHERE bench = :b AND number > :n ORDER BY number").bind("b",
                                bench)
                                .bind("n", book.known(bench)).map(ROW).list());
                    }
                }
                book.take(theirs);
                return theirs.size();
            });
        } catch (JdbiException e) {
            throw server.get().told(e);
        }
    }

    private static long last(Handle h, String bench) {
        return h.createQuery("SELECT coalesce(max(number), 0) FROM practice WHERE bench = :b").bind("b", bench).mapTo(Long.class).one();
    }
}
