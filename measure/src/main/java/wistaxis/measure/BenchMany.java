package wistaxis.measure;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.core.ticket.Ticket;
import wistaxis.store.ledger.Engine;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerServer;
import wistaxis.testserver.HardServer;

@Command(name = "many", mixinStandardHelpOptions = true,
        description = "A server with very many closed tickets, made for this by SQL and thrown "
        + "away: opening it beside an empty one, searching, a ticket, figures of a year.")
final class BenchMany extends Output {
    private static final int LOOKS = 300;
    private static final int STARTS = 15;
    private static final List<String> WORDS = List.of("restored", "side button", "closed", "iphone", "quay 17", "tray 4");

    /** Three entries a ticket, chained as the program chains them; the tables hold what it computes of such. */
    private static final String FILL = """
            DO $$
            DECLARE
              n bigint := 0; before text := repeat('0', 64); digest text; ticket text; at text; body text; bodies text[]; k int;
              moment timestamp;
            BEGIN
              FOR i IN 1..%1$d LOOP
                ticket := 'T-' || lpad(i::text, greatest(4, length(i::text)), '0');
                moment := timestamp '2023-01-02 08:00' + i * (interval '1000 days' / %1$d);
                bodies := ARRAY['{"event":{"type":"opened","title":"Tray ' || i %% 9 || ' quay ' || i %% 97 ||
                  '","simulated":false},"bench":"A"}', '{"event":{"type":"identified","identifier":"iPhone' || 10 + i %% 5 || ',' ||
                  1 + i %% 4 || '","how":{"key":"number"}},"bench":"A"}',
                  '{"event":{"type":"closed","outcome":{"key":"handed-over"}},"bench":"A"}'];
                FOR k IN 1..3 LOOP
                  n := n + 1;
                  at := to_char(moment + k * interval '20 minutes', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"');
                  body := bodies[k];
                  digest := encode(sha256(convert_to(before || chr(10) || n || chr(10) || ticket || chr(10) || at || chr(10) || body
                          || chr(10)
                    || 'wall ' || at, 'UTF8')), 'hex');
                  INSERT INTO event VALUES (n, ticket, at, at, body, before, digest);
                  INSERT INTO word VALUES (n, array_to_tsvector(ARRAY(SELECT DISTINCT w FROM unnest(ARRAY[lower(replace(ticket, '-', '')),
                    'tray', (i %% 9)::text, 'quay', (i %% 97)::text, 'iphone', (ARRAY['opened', 'side', 'closed'])[k], (ARRAY['ticket',
                            'button',
                    'restored'])[k], to_char(moment, 'YYYYMMDD')]) w)));
                  before := digest;
                END LOOP;
                INSERT INTO ticket VALUES (ticket, i, 'Tray ' || i %% 9 || ' quay ' || i %% 97, 'CLOSED', 0, 'iPhone' || 10 + i %% 5 || ','
                  || 1 + i %% 4, 'passcode-forgotten', n, to_char(moment, 'YYYY-MM-DD"T"HH24:MI:SS"Z"'), to_char(moment + interval '1 hour',
                  'YYYY-MM-DD"T"HH24:MI:SS"Z"'), NULL, 600, 1200, 300, 60, 0);
                INSERT INTO attempt VALUES (ticket, 1, 'recovery-restore', 'iPhone' || 10 + i %% 5 || ',' || 1 + i %% 4,
                  'passcode-forgotten', 'helped');
              END LOOP;
              UPDATE head SET last = n, digest = before;
              UPDATE projected SET last = n;
            END $$""";

    @Option(names = "--tickets", paramLabel = "N", defaultValue = "1000000", description = "how many")
    private int tickets;

    /** Milliseconds. */
    private record Row(int tickets, long entries, double filledSeconds, double startEmpty, double startFull, double startRatio,
            double searchP95,
            double ticketP95, double figuresYear) {}

    @Override
    public void run() {
        try (Scratch data = Scratch.make("server"); HardServer server = new HardServer(data.root().resolve("data"))) {
            double empty = Took.median(STARTS, _ -> start(server));
            long began = System.nanoTime();
            server.asOwner("ALTER TABLE event DISABLE TRIGGER event_follows", "DROP INDEX word_text", String.format(Locale.ROOT, FILL,
                    tickets),
                    "CREATE INDEX word_text ON word USING gin (text)", "ALTER TABLE event ENABLE TRIGGER event_follows", "ANALYZE");
            double filled = (System.nanoTime() - began) / 1e9;
            double full = Took.median(STARTS, _ -> start(server));
            SplittableRandom random = new SplittableRandom(1);
            try (Ledger ledger = Ledger.look(open(server))) {
                double search = Took.p95(LOOKS, _ -> ledger.find(WORDS.get(random.nextInt(WORDS.size())), Long.MAX_VALUE, 100));
                double ticket = Took.p95(LOOKS, _ -> Ticket.fold(ledger.of(Ledger.ticket(1 + random.nextInt(tickets)))));
                double figures = Took.median(5, _ -> ledger.tables().figures(Instant.parse("2024-01-01T00:00:00Z"), Instant.parse(
                        "2025-01-01T00:00:00Z"), false));
                Row row = new Row(tickets, ledger.last().orElseThrow().number(), filled, empty, full, full / empty, search, ticket,
                        figures);
                answer(row, List.of(String.format(Locale.ROOT, "%d tickets, %d entries, made in %.0f s", row.tickets(), row.entries(), row
                        .filledSeconds()), String.format(Locale.ROOT, "opened as a command does: %.1f ms beside %.1f ms empty: %.2f times",
                                row
                        .startFull(), row.startEmpty(), row.startRatio()), String.format(Locale.ROOT,
                        "search, a page of 100, p95 %.1f ms; a ticket, p95 %.1f ms; figures of a year %.0f ms", row.searchP95(), row
                        .ticketP95(), row.figuresYear())));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Engine open(HardServer server) {
        return LedgerServer.found().open(server.address(), null, "looks", 3);
    }

    /** What every command does before it can do anything. */
    private static void start(HardServer server) {
        try (Ledger ledger = Ledger.open(open(server), Instant::now)) {
            ledger.last();
            ledger.ofOpenTickets();
        }
    }
}
