package wistaxis.store.ledger;

import org.jdbi.v3.core.statement.ParsedSql;
import org.jdbi.v3.core.statement.SqlParser;
import org.jdbi.v3.core.statement.StatementContext;

/**
 * Finds the parameters in statements of ours, {@code ?} and {@code :name}, outside of texts in quotes and of comments. What comes with
 * the firmware file takes SQL apart by a grammar, which took a tenth of a start.
 */
final class PlainSql implements SqlParser {
    @Override
    public ParsedSql parse(String sql, StatementContext ctx) {
        ParsedSql.Builder parsed = ParsedSql.builder();
        int from = 0;
        int at = 0;
        while (at < sql.length()) {
            char c = sql.charAt(at);
            if (c == '\'' || c == '"') {
                at = behind(sql, String.valueOf(c), at + 1);
            } else if (sql.startsWith("--", at)) {
                at = behind(sql, "\n", at);
            } else if (c == '?') {
                parsed.append(sql.substring(from, at)).appendPositionalParameter();
                from = ++at;
            } else if (c == ':') {
                int end = at + 1;
                while (end < sql.length() && Character.isJavaIdentifierPart(sql.charAt(end))) {
                    end++;
                }
                parsed.append(sql.substring(from, at)).appendNamedParameter(sql.substring(at + 1, end));
                from = end;
                at = end;
            } else {
                at++;
            }
        }
        return parsed.append(sql.substring(from)).build();
    }

    private static int behind(String sql, String end, int from) {
        int at = sql.indexOf(end, from);
        return at < 0 ? sql.length() : at + end.length();
    }

    @Override
    public String nameParameter(String rawName, StatementContext ctx) {
        return ":" + rawName;
    }
}
