package wistaxis.store.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import org.jdbi.v3.core.statement.ColonPrefixSqlParser;
import org.jdbi.v3.core.statement.ParsedSql;
import org.jdbi.v3.core.statement.StatementContext;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mockito.Mockito;

/** Against the grammar of the firmware file itself (Jdbi's parser of colon parameters). */
class PlainSqlTest {
    @ParameterizedTest
    @ValueSource(strings = {"SELECT 1", "SELECT last FROM ticket WHERE number = ?", "UPDATE t SET a = :a, b = :b_2 WHERE a <> ':no ?' AND c = :a",
        "INSERT INTO p (a, b) VALUES (?, ?)", "SELECT n || ' ' || coalesce(o, '') FROM a WHERE t = :t", "SELECT \"a?\" FROM b WHERE c = ?",
        "SELECT 'it''s :here' FROM t WHERE x = :x", "PRAGMA quick_check(1)", "SELECT a FROM t WHERE a = :end"})
    void findsTheParametersThatTheGrammarFinds(String sql) {
        StatementContext ctx = Mockito.mock(StatementContext.class);
        ParsedSql ours = new PlainSql().parse(sql, ctx);
        ParsedSql theirs = new ColonPrefixSqlParser().parse(sql, ctx);
        assertThat(ours.getSql()).isEqualTo(theirs.getSql());
        assertThat(ours.getParameters()).isEqualTo(theirs.getParameters());
    }
}
