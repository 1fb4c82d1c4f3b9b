package wistaxis.store.ledger;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;

/**
 * By which words an entry is found: what it says, its ticket, its device and its day. A ticket's number, an identifier and a day are one
 * word each.
 */
public final class SearchWords {
    /**
     * What an index is asked: all of the words, each of letters and digits alone.
     *
     * @param beginning whether the last one may be the beginning of one
     */
    public record Query(List<String> words, boolean beginning) {
        public Query {
            words = List.copyOf(words);
        }
    }

    private static final Pattern ONE_WORD = Pattern.compile("(?i)T-\\d+|i(?:phone|pad|pod)\\d+,\\d+|\\d{4}-\\d{2}-\\d{2}");
    private static final Pattern NO_WORD = Pattern.compile("[^\\p{L}\\p{N}]+");

    /** Shorter beginnings of words would find half of the ledger. */
    private static final int SHORTEST_BEGINNING = 3;

    /** Read when the first entry is. */
    private static final class Devices {
        private static final DeviceCatalogue ALL = DeviceCatalogue.shipped();
    }

    private SearchWords() {}

    /** Whether a search finds an entry that is in no index, by its own words. */
    public static boolean isIn(String search, LedgerEntry entry) {
        List<String> words = NO_WORD.splitAsStream(of(entry, null).toLowerCase(Locale.ROOT)).toList();
        Query query = query(search);
        List<String> asked = query.words().stream().map(w -> w.toLowerCase(Locale.ROOT)).toList();
        return asked.stream().allMatch(w -> words.contains(w) || query.beginning() && w.equals(asked.getLast()) && words.stream()
                .anyMatch(o ->
                o.startsWith(w)));
    }

    /** In each language that ships. @param ticket the entry's ticket; null for an entry of the bench */
    static String of(LedgerEntry e, @Nullable Ticket ticket) {
        String device = ticket == null || ticket.identifier() == null ? "" : ticket.identifier();
        String model = device.isEmpty() ? "" : Devices.ALL.byIdentifier(device).map(DeviceModel::name).orElse("");
        LocalDate day = LocalDate.ofInstant(e.when(), ZoneId.systemDefault());
        return String.join(" ", e.ticket(), compact(e.ticket()), compact(device), model, compact(day.toString()), ticket == null ? ""
                : ticket.title(), codes(e.event()), Language.shipped().stream().map(l -> Say.in(l, () -> EventWords.of(e.event())))
                .distinct()
                .collect(Collectors.joining(" ")));
    }

    /** Codes of answers and steps, which stand in exports and on the command line. */
    private static String codes(TicketEvent event) {
        return switch (event) {
            case TicketEvent.FactRecorded f -> f.fact() + " " + f.value();
            case TicketEvent.RouteChosen r -> r.step();
            default -> "";
        };
    }

    private static String compact(String text) {
        return NO_WORD.matcher(text).replaceAll("").toLowerCase(Locale.ROOT);
    }

    /** What the index is asked for a search; without words for one without. The last word may be the beginning of one. */
    static Query query(String search) {
        List<String> asked = new ArrayList<>();
        for (String part : search.strip().split("\\s+")) {
            if (ONE_WORD.matcher(part).matches()) {
                asked.add(compact(part));
            } else {
                NO_WORD.splitAsStream(part).filter(w -> !w.isEmpty()).forEach(asked::add);
            }
        }
        boolean beginning = !asked.isEmpty() && asked.getLast().length() >= SHORTEST_BEGINNING && !search.endsWith(" ")
                && !ONE_WORD.matcher(lastOf(search)).matches();
        return new Query(asked, beginning);
    }

    private static String lastOf(String search) {
        String[] parts = search.strip().split("\\s+");
        return parts[parts.length - 1];
    }
}
