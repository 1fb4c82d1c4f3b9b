package wistaxis.store.ledger;

import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.List;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.JdbiException;
import org.jspecify.annotations.Nullable;

/** Statements that run very often, on the connection itself: the convenience of a handle costs several times what SQLite takes for them. */
final class Statements {
    /** What went wrong, as a handle would say it. */
    private static final class Failed extends JdbiException {
        private static final long serialVersionUID = 1L;

        Failed(SQLException e) {
            super(e);
        }
    }

    private Statements() {}

    static void run(Handle handle, String sql, @Nullable Object... values) {
        runAll(handle, sql, List.<@Nullable Object[]>of(values));
    }

    /** The same for each row of values, all of them sent at once. */
    static void together(Handle handle, String sql, List<@Nullable Object[]> rows) {
        if (rows.isEmpty()) {
            return;
        }
        try (PreparedStatement statement = handle.getConnection().prepareStatement(sql)) {
            for (@Nullable Object[] row : rows) {
                set(statement, row);
                statement.addBatch();
            }
            statement.executeBatch();
        } catch (SQLException e) {
            throw new Failed(e);
        }
    }

    private static void set(PreparedStatement statement, @Nullable Object[] row) throws SQLException {
        for (int i = 0; i < row.length; i++) {
            statement.setObject(i + 1, row[i]);
        }
    }

    /** Runs a statement for each row of values. */
    static void runAll(Handle handle, String sql, List<@Nullable Object[]> rows) {
        if (rows.isEmpty()) {
            return;
        }
        try (PreparedStatement statement = handle.getConnection().prepareStatement(sql)) {
            for (@Nullable Object[] row : rows) {
                set(statement, row);
                statement.executeUpdate();
            }
        } catch (SQLException e) {
            throw new Failed(e);
        }
    }
}
