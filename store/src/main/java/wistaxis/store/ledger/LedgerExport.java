package wistaxis.store.ledger;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.function.Consumer;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.ProgramVersion;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.WholeFile;

/** The ledger in open formats; both are described in {@code docs/formats.md}. Written entry by entry, however long it is. */
public enum LedgerExport {
    JSON {
        @Override
        public void to(Writer out, Entries entries) throws IOException {
            out.write("{\n\"format\": \"wistaxis-ledger\", \"version\": 1, \"program\": " + Json.write(ProgramVersion.OURS)
                    + ", \"entries\": [");
            String[] between = {"\n"};
            String[] head = {""};
            each(entries, e -> {
                out.write(between[0] + Json.write(Row.of(e)));
                between[0] = ",\n";
                head[0] = ",\n\"head\": " + Json.write(e.number() + ":" + e.digest());
            });
            out.write("\n]" + head[0] + "}\n");
        }
    },
    CSV {
        @Override
        public void to(Writer out, Entries entries) throws IOException {
            CSVPrinter csv = CSVFormat.RFC4180.builder().setHeader("number", "ticket", "at", "type", "event", "previous", "digest",
                    "wall", "words")
                    .get().print(out);
            each(entries, e -> csv.printRecord(e.number(), e.ticket(), e.at(), e.event().type(), e.body(), e.previous(), e.digest(),
                    e.wall(), EventWords.of(e.event())));
            csv.flush();
        }
    };

    /** Where the entries come from, in order. */
    public interface Entries {
        void each(Consumer<LedgerEntry> taker);
    }

    private interface Printing {
        void of(LedgerEntry e) throws IOException;
    }

    /** @param body the event exactly as stored, which the digest is over */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Row(long number, String ticket, Instant at, @Nullable Instant wall, TicketEvent event, String body, String previous,
            String digest) {
        static Row of(LedgerEntry e) {
            return new Row(e.number(), e.ticket(), e.at(), e.wall(), e.event(), e.body(), e.previous(), e.digest());
        }
    }

    /** Writes all of it; the writer stays open. */
    public abstract void to(Writer out, Entries entries) throws IOException;

    private static void each(Entries entries, Printing printing) throws IOException {
        try {
            entries.each(e -> {
                try {
                    printing.of(e);
                } catch (IOException x) {
                    throw new UncheckedIOException(x);
                }
            });
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /** A few entries as text. */
    public String of(List<LedgerEntry> entries) {
        StringWriter out = new StringWriter();
        try {
            to(out, entries::forEach);
        } catch (IOException e) {
            throw new IllegalStateException("writing to memory failed", e);
        }
        return out.toString();
    }

    /** Writes a file that is whole or not there. */
    public void write(Entries entries, Path file) throws IOException {
        WholeFile.stream(file, stream -> {
            Writer out = new OutputStreamWriter(stream, StandardCharsets.UTF_8);
            to(out, entries);
            out.flush();
        });
    }
}
