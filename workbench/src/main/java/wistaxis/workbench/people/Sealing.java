package wistaxis.workbench.people;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.UnaryOperator;
import wistaxis.core.device.DeviceNumber;
import wistaxis.core.device.Imei;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.usb.UsbDevice;
import wistaxis.core.work.Decision;
import wistaxis.store.books.Books;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.people.People;

/**
 * Events as they may stand in the ledger, and what of them is sealed beside it: names of the customer, numbers that name one device.
 *
 * @param before what was sealed of the ticket until then
 * @param now what is to be sealed
 * @param events without what is
 */
public record Sealing(People.Person before, People.Person now, List<TicketEvent> events) {
    /** Who may agree, by what they are; anything else is taken for a name, and sealed. */
    private static final Set<String> ROLES = Set.of("owner", "customer", "parent", "mother", "father", "guardian", "partner", "spouse",
            "heir", "company", "school", "employer", "manager", "seller", "buyer", "dealer", "carer", "colleague", "staff", "somebody",
            "keeper", "skipper", "captain", "teacher", "deckhand", "warden", "museum", "school office", "harbour office");

    public Sealing {
        events = List.copyOf(events);
    }

    /** @param clear gives the device of a marked one, as the computer sees it */
    static Sealing of(People.Person before, List<TicketEvent> events, UnaryOperator<UsbDevice> clear) {
        People.Person now = before;
        List<TicketEvent> all = new ArrayList<>();
        for (TicketEvent e : events) {
            switch (e) {
                case TicketEvent.FactRecorded f when f.fact().equals("imei") && isNumber(f.value()) -> {
                    now = now.withImei(f.value());
                    all.add(f.saying(Imei.SEALED));
                }
                case TicketEvent.FactRecorded f when f.fact().equals(DeviceNumber.SERIAL) && !f.value().equals(Imei.SEALED) -> {
                    now = now.withSerials(List.of(f.value()));
                    all.add(f.saying(Imei.SEALED));
                }
                case TicketEvent.UnlockOrdered o when isNumber(o.imei()) -> {
                    now = now.withImei(o.imei());
                    all.add(o.sealed());
                }
                case TicketEvent.DeviceBound b -> {
                    now = now.withSerials(clear.apply(new UsbDevice(b.product(), b.port(), b.serial())).words().names());
                    all.add(b);
                }
                case TicketEvent.ConsentAsked c when !isRole(c.who()) -> {
                    boolean own = now.name() == null || c.who().strip().equalsIgnoreCase(now.name());
                    now = now.name() == null ? now.named(c.who(), now.reach(), now.language()) : own ? now
                            : now.withAgreed(c.who().strip());
                    all.add(c.by(own ? TicketEvent.CUSTOMER : TicketEvent.SOMEBODY_ELSE));
                }
                case TicketEvent.FactRecorded f when Intake.WORDS.contains(f.fact()) || f.fact().equals("deviceWords") ->
                        all.add(f.saying(sealed(f.value(), now)));
                case TicketEvent.Overruled o -> all.add(o.because(sealed(o.reason(), now)));
                default -> all.add(e);
            }
        }
        return new Sealing(before, now, all);
    }

    /** Whether something in them may be personal, so that it has to be known what is kept already. */
    static boolean asks(List<TicketEvent> events) {
        return events.stream().anyMatch(e -> switch (e) {
            case TicketEvent.FactRecorded f -> f.fact().equals("imei") || f.fact().equals(DeviceNumber.SERIAL) || f.fact()
                    .equals("deviceWords") || Intake.WORDS.contains(f.fact());
            case TicketEvent.ConsentAsked c -> !isRole(c.who());
            case TicketEvent.UnlockOrdered _, TicketEvent.DeviceBound _, TicketEvent.Overruled _ -> true;
            default -> false;
        });
    }

    /** Whether it says what somebody is and not who. */
    private static boolean isRole(String who) {
        return ROLES.contains(who.strip().toLowerCase(Locale.ROOT).replaceFirst("^(the|a|an|their|her|his) ", ""));
    }

    /** Words that are nothing but a name or a number that is kept. */
    private static String sealed(String words, People.Person kept) {
        String bare = words.strip();
        return bare.equalsIgnoreCase(kept.name()) || !bare.isEmpty() && bare.equalsIgnoreCase(kept.reach()) || bare.equals(kept.imei())
                ? TicketEvent.CUSTOMER : words;
    }

    private static boolean isNumber(String imei) {
        return imei.matches("\\d{15}");
    }

    boolean isNothing() {
        return now.equals(before);
    }

    /** For whoever holds nothing open: seals what is to be sealed, on the disk when this returns. @return what may be appended then */
    public static List<TicketEvent> alone(DataFolder folder, String ticket, List<TicketEvent> events) {
        Sealing sealing = of(Customers.look(folder, ticket), events, d -> d);
        if (sealing.isNothing()) {
            return sealing.events();
        }
        try (People people = Books.people(folder)) {
            List<TicketEvent> all = new ArrayList<>(sealing.events());
            all.addFirst(Decision.sealed(people.seal(ticket, before -> of(before, events, d -> d).now()).digest()));
            return all;
        }
    }
}
