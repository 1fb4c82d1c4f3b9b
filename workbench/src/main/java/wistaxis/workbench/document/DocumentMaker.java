package wistaxis.workbench.document;

import java.io.IOException;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Word;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.core.words.Text;
import wistaxis.store.document.PdfDocument;
import wistaxis.workbench.ticket.Shop;

/** The documents of a ticket: each is made of its entries up to a number and of the shop's own words, and is the same each time. */
public final class DocumentMaker {
    /** Of a sheet. */
    private static final int LABELS = 27;
    private static final int SHORT_DIGEST = 16;

    /** Which document: a new one is a class, a line here, and a template. */
    public enum Kind {
        RECEIPT(new Receipt()), CONSENT(new Consent()), REPORT(new Report()), ERASURE(new Erasure()), BUYING(new Buying()),
                HOME(new Home()),
        LABEL(new Label(1)), SHEET(new Label(LABELS)), LOT_REPORT(new LotReport()), LOT_ERASURE(new LotErasure());

        private final Document document;

        Kind(Document document) {
            this.document = document;
        }

        /** Whether it is of a whole lot. */
        public boolean isOfLot() {
            return this == LOT_REPORT || this == LOT_ERASURE;
        }

        public Text title() {
            return Text.of("workbench.document." + this);
        }

        @Override
        public String toString() {
            return Word.of(this);
        }

        /** @throws BadInput for an unknown one, naming the known */
        public static Kind parse(String text) {
            return Arrays.stream(values()).filter(k -> k.toString().equals(text)).findFirst()
                    .orElseThrow(() -> new BadInput(Text.of("workbench.document.no-such", "name", text, "known", List.of(values()))
                    .toString()));
        }
    }

    /**
     * What a document needs besides the ticket.
     *
     * @param name what the shop is called
     * @param terms its terms, a paragraph each; empty for none
     * @param zone in which its days begin
     * @param customer who brought the device, or that it was removed and when; empty where nobody said
     * @param serials what names the device; empty where nobody read it, or it was removed
     * @param language they are said in
     * @param lot all devices of the lot that the ticket is of; empty for none
     * @param shop what the shop says of itself
     */
    public record Letterhead(String name, List<String> terms, ZoneId zone, String customer, List<String> serials, Language language,
            List<LotDevice> lot, ShopHead shop) {
        public Letterhead {
            terms = List.copyOf(terms);
            serials = List.copyOf(serials);
            lot = List.copyOf(lot);
        }

        public Letterhead(String name, List<String> terms, ZoneId zone, String customer, List<String> serials, Language language) {
            this(name, terms, zone, customer, serials, language, List.of(), ShopHead.NONE);
        }

        public Letterhead(String name, List<String> terms, ZoneId zone) {
            this(name, terms, zone, "", List.of(), Language.ENGLISH);
        }
    }

    /** A device of a lot. @param entries of its ticket, in order, at least one @param serials what names it */
    public record LotDevice(List<LedgerEntry> entries, List<String> serials) {
        public LotDevice {
            entries = List.copyOf(entries);
            serials = List.copyOf(serials);
        }

        public String number() {
            return entries.getFirst().ticket();
        }
    }

    private final Shop shop;
    private final Letterhead letterhead;

    public DocumentMaker(Shop shop, Letterhead letterhead) {
        this.shop = shop;
        this.letterhead = letterhead;
    }

    /**
     * The document as PDF.
     *
     * @param entries the ticket's entries, in order, up to the one it is made of
     * @throws BadInput where the ticket has nothing for such a document
     */
    public byte[] pdf(Kind kind, List<LedgerEntry> entries) throws IOException {
        return PdfDocument.pdf(page(kind, entries));
    }

    /** The same before it is drawn. */
    public PdfDocument.Filled page(Kind kind, List<LedgerEntry> entries) throws IOException {
        Sheet sheet = new Sheet(shop, letterhead, Ticket.fold(entries), TicketEvent.TakenBack.left(entries));
        Optional<Text> missing = kind.document.missing(sheet); // said to whoever asked for it, not to the customer
        if (missing.isPresent()) {
            throw new BadInput(missing.get().toString());
        }
        return Say.in(letterhead.language(), () -> filled(kind, sheet, last(kind, letterhead, entries)));
    }

    /** The entry up to which it is made. */
    public static LedgerEntry last(Kind kind, Letterhead letterhead, List<LedgerEntry> entries) {
        return !kind.isOfLot() ? entries.getLast() : Stream.concat(letterhead.lot().stream().map(d -> d.entries().getLast()), Stream.of(
                entries.getLast())).max(Comparator.comparingLong(LedgerEntry::number)).orElseThrow();
    }

    private PdfDocument.Filled filled(Kind kind, Sheet sheet, LedgerEntry last) throws IOException {
        Map<String, Object> values = new HashMap<>(common(kind, sheet, last));
        values.putAll(letterhead.shop().values());
        values.putAll(kind.document.values(sheet));
        return PdfDocument.fill(kind.toString(), kind.title(), values, last.when());
    }

    private Map<String, Object> common(Kind kind, Sheet sheet, LedgerEntry last) {
        Ticket t = sheet.ticket();
        Optional<DeviceModel> model = sheet.model();
        Map<String, Object> values = new HashMap<>(Map.of("customer", letterhead.customer(), "shop", letterhead.name(), "day",
                Say.language().longDay(last.when(), letterhead.zone()), "number", t.number(), "what", t.title(), "upTo",
                String.valueOf(last.number()), "head", last.digest(), "short", last.digest().substring(0, SHORT_DIGEST), "device",
                model.map(m -> Text.raw(m.name() + ", " + m.identifier())).orElse(Text.of("workbench.document.model-not-known")), "code",
                PdfDocument.code(t.number(), kind.document.codeMm(sheet))));
        if (!t.simulated()) {
            values.put("real", true);
        }
        return values;
    }
}
