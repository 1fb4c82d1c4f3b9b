package wistaxis.workbench.document;

import java.io.IOException;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.paper.Paper;
import wistaxis.store.paper.Words;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.ticket.Shop;

/** The papers of a ticket: each is made of its entries up to a number and of the shop's own words, and is the same each time. */
public final class Papers {
    /** Of a sheet. */
    private static final int LABELS = 27;
    private static final int SHORT_DIGEST = 16;

    /** Which paper: a new one is a class, a line here, and a template. */
    public enum Kind {
        RECEIPT("Intake receipt", new Receipt()), CONSENT("Consent to erase", new Consent()), REPORT("Work report", new Report()),
        ERASURE("Record of erasure", new Erasure()), BUYING("Buying check", new Buying()), HOME("Left to do at home", new Home()),
        LABEL("Tray label", new Label(1)), SHEET("Sheet of labels", new Label(LABELS));

        private final String title;
        private final Document document;

        Kind(String title, Document document) {
            this.title = title;
            this.document = document;
        }

        public String title() {
            return title;
        }

        @Override
        public String toString() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** @throws BadInput for an unknown one, naming the known */
        public static Kind parse(String text) {
            return Arrays.stream(values()).filter(k -> k.toString().equals(text)).findFirst()
                    .orElseThrow(() -> new BadInput("paper [" + text + "] is none; write one of " + Arrays.toString(values())));
        }
    }

    /**
     * What a paper needs besides the ticket.
     *
     * @param name what the shop is called
     * @param terms its terms, a paragraph each; empty for none
     * @param zone in which its days begin
     * @param customer who brought the device, or that it was removed and when; empty where nobody said
     * @param serials what names the device; empty where nobody read it, or it was removed
     * @param words the language they are said in
     */
    public record Letterhead(String name, List<String> terms, ZoneId zone, String customer, List<String> serials, Words words) {
        public Letterhead(String name, List<String> terms, ZoneId zone) {
            this(name, terms, zone, "", List.of(), Words.ENGLISH);
        }
    }

    private final Shop shop;
    private final Letterhead letterhead;

    public Papers(Shop shop, Letterhead letterhead) {
        this.shop = shop;
        this.letterhead = letterhead;
    }

    /**
     * The paper as PDF.
     *
     * @param entries the ticket's entries, in order, up to the one it is made of
     * @throws BadInput where the ticket has nothing for such a paper
     */
    public byte[] pdf(Kind kind, List<LedgerEntry> entries) throws IOException {
        return Paper.pdf(page(kind, entries));
    }

    /** The same before it is drawn. */
    public Paper.Filled page(Kind kind, List<LedgerEntry> entries) throws IOException {
        Sheet sheet = new Sheet(shop, letterhead, Ticket.fold(entries), TicketEvent.TakenBack.left(entries));
        LedgerEntry last = entries.getLast();
        Map<String, Object> values = new HashMap<>(common(kind, sheet, last));
        values.putAll(kind.document.values(sheet));
        return Paper.fill(kind.toString(), kind.title(), values, last.when(), letterhead.words());
    }

    private Map<String, Object> common(Kind kind, Sheet sheet, LedgerEntry last) {
        Ticket t = sheet.ticket();
        Optional<DeviceModel> model = sheet.model();
        boolean note = letterhead.customer().startsWith(Customers.REMOVED) || letterhead.customer().equals(Customers.LOST);
        Map<String, Object> values = new HashMap<>(Map.of(note ? "customerNote" : "customer", letterhead.customer(), "shop",
                letterhead.name(), "day",
                letterhead.words().day().format(last.when().atZone(letterhead.zone())),
                "number", t.number(), "what", t.title(), "upTo", String.valueOf(last.number()), "head", last.digest(), "short",
                last.digest().substring(0, SHORT_DIGEST), "device", model.map(m -> m.name() + ", " + m.identifier()).orElse("model not "
                + "settled"), "code", Paper.code(t.number(), kind.document.codeMm())));
        if (!t.simulated()) {
            values.put("real", true);
        }
        return values;
    }
}
