package wistaxis.store.ledger;

import java.io.IOException;
import java.io.StringWriter;
import java.nio.file.Path;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import wistaxis.core.facts.Json;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.WholeFile;

/** The ledger in open formats; both are described in {@code docs/formats.md}. */
public enum LedgerExport {
    JSON {
        @Override
        public String of(List<LedgerEntry> entries) {
            return Json.writePretty(new Document("wistaxis-ledger", 1, entries.stream().map(Row::of).toList())) + "\n";
        }
    },
    CSV {
        @Override
        public String of(List<LedgerEntry> entries) {
            StringWriter out = new StringWriter();
            try (CSVPrinter csv = CSVFormat.RFC4180.builder().setHeader("number", "ticket", "at", "type", "event", "previous", "digest").get().print(out)) {
                for (LedgerEntry e : entries) {
                    csv.printRecord(e.number(), e.ticket(), e.at(), e.event().type(), e.body(), e.previous(), e.digest());
                }
            } catch (IOException e) {
                throw new IllegalStateException("writing to memory failed", e);
            }
            return out.toString();
        }
    };

    record Document(String format, int version, List<Row> entries) {}

    /** @param body the event exactly as stored, which the digest is over */
    record Row(long number, String ticket, String at, TicketEvent event, String body, String previous, String digest) {
        static Row of(LedgerEntry e) {
            return new Row(e.number(), e.ticket(), e.at().toString(), e.event(), e.body(), e.previous(), e.digest());
        }
    }

    /** The whole ledger as text. */
    public abstract String of(List<LedgerEntry> entries);

    /** Writes to a temporary name and renames, so that the file is whole or not there. */
    public void write(List<LedgerEntry> entries, Path file) throws IOException {
        WholeFile.write(file, of(entries));
    }
}
