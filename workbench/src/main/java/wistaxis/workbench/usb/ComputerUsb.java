package wistaxis.workbench.usb;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.function.BiConsumer;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.outside.OutsideProblem;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.usb.Bound;
import wistaxis.core.usb.Kinds;
import wistaxis.core.usb.UsbDevice;
import wistaxis.core.usb.UsbWatch;
import wistaxis.core.usb.Whose;
import wistaxis.core.work.Command;
import wistaxis.core.work.Flaps;
import wistaxis.core.work.Sightings;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.ticket.Guard;
import wistaxis.workbench.ticket.Learned;
import wistaxis.workbench.ticket.Tickets;

/**
 * What hangs on the computer's USB, and which ticket each device belongs to. It is looked at on a thread of its own; everything else is
 * of the interface thread.
 */
public final class ComputerUsb implements AutoCloseable {
    /** A device that changes its mode is gone for a moment; only from here on it is written down as gone. Ours. */
    private static final long GONE_NANOS = 3_000_000_000L;

    private final Life life;
    private final Tickets tickets;
    private final Guard guard;
    private final Learned learned;
    private final Customers customers;
    private final DeviceCatalogue models;
    private final Commands.Giver giver;
    private final @Nullable UsbWatch watch;
    private final Map<String, Flaps> flaps = new HashMap<>();
    private final Map<String, String> seenLast = new HashMap<>();
    private final Map<String, Long> goneSince = new HashMap<>();
    private final Map<String, UsbDevice> last = new HashMap<>();
    private volatile boolean ended;
    private List<UsbDevice> devices = List.of();
    private List<String> bound = List.of();
    private Whose whose = new Whose(Map.of(), Map.of());
    private String problem = "";
    private boolean worked;
    private @Nullable Thread looking;

    /** @param watch null where nobody looks at USB */
    public ComputerUsb(Life life, Tickets tickets, Guard guard, Learned learned, Customers customers, DeviceCatalogue models,
            Commands.Giver giver, @Nullable UsbWatch watch) {
        this.life = life;
        this.tickets = tickets;
        this.guard = guard;
        this.learned = learned;
        this.customers = customers;
        this.models = models;
        this.giver = giver;
        this.watch = watch;
    }

    /** Begins to look. */
    public void start() {
        if (watch != null) {
            looking = Thread.ofPlatform().name("usb").daemon().start(() -> look(watch));
        }
    }

    /** Looks at once, on the thread that the bench belongs to; for whoever does not wait for the next look. */
    public void lookNow() throws OutsideProblem {
        if (watch != null) {
            seen(watch.look().stream().map(customers::marked).toList(), "");
        }
    }

    private void look(UsbWatch at) {
        List<UsbDevice> before = List.of();
        String wrong = "";
        while (!ended) {
            try {
                List<UsbDevice> now = at.look().stream().map(customers::marked).toList();
                if (!now.equals(before) || !wrong.isEmpty()) {
                    before = now;
                    wrong = "";
                    life.front().execute(() -> seen(now, ""));
                }
            } catch (OutsideProblem | RuntimeException e) { // whatever it is, it is looked at again
                if (wrong.isEmpty()) {
                    wrong = e.getMessage() == null ? e.toString() : e.getMessage();
                    before = List.of();
                    String says = wrong;
                    life.front().execute(() -> seen(List.of(), says));
                }
            }
            try {
                Thread.sleep(at.everyMillis());
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    private void seen(List<UsbDevice> now, String wrong) {
        if (ended) {
            return;
        }
        worked |= wrong.isEmpty();
        if (worked && !wrong.isEmpty() && !wrong.equals(problem)) { // what was never there is said where it matters
            life.notices().tell(t("workbench.usb.says", "what", wrong));
        }
        devices = now;
        problem = wrong;
        sort();
        life.changes().tell(Change.Topic.USB);
    }

    /** Whether USB is looked at; otherwise the technician is asked what the computer has. */
    public boolean watches() {
        return watch != null && problem.isEmpty();
    }

    /** Why it is not looked at; empty where it is. */
    public String problem() {
        return watch == null ? t("workbench.usb.not-watched") : problem;
    }

    /** How it is looked at, in words; empty where it is not. */
    public String source() {
        return watch == null ? "" : watch.says();
    }

    /** What hangs on it now. */
    public List<UsbDevice> devices() {
        return devices;
    }

    /** The device of a ticket, where it hangs on the computer now. */
    public Optional<UsbDevice> of(String ticket) {
        return whose.of(ticket);
    }

    /** Devices that might be a ticket's: "this one?" */
    public List<UsbDevice> offers(String ticket) {
        return whose.offers().entrySet().stream().filter(e -> e.getValue().contains(ticket)).map(Map.Entry::getKey).toList();
    }

    /**
     * What a device's chip and board were here before; empty where they are not told, or were not seen.
     *
     * @param but a ticket that does not count
     */
    public Optional<Kinds.Seen> kind(UsbDevice device, String but) {
        return device.words().kind().flatMap(k -> learned.kinds(but).flatMap(all -> all.model(k)));
    }

    /** Why a ticket's device is not known for certain: what hangs there may be another one. */
    public Optional<String> unconfirmed(Ticket ticket) {
        Optional<String> flaps = flapping(ticket.number());
        return flaps.isPresent() ? flaps
                : watches() && ticket.observed().bound() != null && of(ticket.number()).isEmpty() && !offers(ticket.number()).isEmpty()
                ? Optional.of(t("workbench.usb.other-device"))
                : Optional.empty();
    }

    /** Why a ticket's model cannot be what hangs there: devices with this chip and board were always another one. */
    public Optional<String> contradiction(Ticket ticket) {
        Bound bound = ticket.observed().bound();
        String model = ticket.identifier();
        if (bound == null || bound.kind() == null || model == null) {
            return Optional.empty();
        }
        Optional<Kinds> kinds = learned.kinds(ticket.number());
        return kinds.isEmpty() ? Optional.of(t("workbench.usb.looking-up"))
                : kinds.get().against(bound.kind(), model).map(s -> t("workbench.usb.contradiction", "kind", bound.kind(), "was",
                s.says(name(s.identifier())), "model", name(model)));
    }

    private String name(String identifier) {
        return models.byIdentifier(identifier).map(m -> m.name()).orElse(identifier);
    }

    /** Somebody says that this device is a ticket's. */
    public CompletableFuture<Result> bind(String ticket, UsbDevice device) {
        return sorted(giver.give(ticket, new Command.Bind(customers.marked(device))));
    }

    /** The device that was taken for a ticket's is not. */
    public CompletableFuture<Result> release(String ticket) {
        last.remove(ticket);
        goneSince.remove(ticket);
        return sorted(giver.give(ticket, new Command.Release()));
    }

    private CompletableFuture<Result> sorted(CompletableFuture<Result> done) {
        return done.whenComplete((r, _) -> r.then(_ -> sort()));
    }

    /** A ticket has changed: another one may wait for a device, or its model may be settled. */
    public void changed(Ticket ticket) {
        if (ticket.isObserved()) {
            sort();
        }
    }

    private void sort() {
        Map<String, Bound> bound = new LinkedHashMap<>();
        List<String> waiting = new ArrayList<>();
        Set<String> gone = new HashSet<>();
        for (Ticket t : tickets.open()) {
            guard.of(t, () -> sort(t, bound, waiting, gone));
        }
        this.bound = List.copyOf(bound.keySet());
        whose = Whose.of(devices, bound, waiting, gone);
    }

    private void sort(Ticket t, Map<String, Bound> bound, List<String> waiting, Set<String> gone) {
        Bound its = t.observed().bound();
        if (its != null) {
            bound.put(t.number(), its);
            Observed.Seen computer = t.observed().computer();
            if (computer != null && computer.isOf(ComputerSees.NOTHING)) {
                gone.add(t.number()); // after a gap another one may hang on its port
            }
        } else if (t.isObserved() && t.identifier() != null && (t.stage() == Stage.KEYS || t.stage() == Stage.RESTORE
                || t.stage() == Stage.FIRMWARE)) {
            waiting.add(t.number());
        }
    }

    /** Writes down what has changed on the devices that are some ticket's. */
    public void tick(BiConsumer<String, Runnable> guarded) {
        long now = life.time().realNanos();
        bound.forEach(number -> guarded.accept(number, () -> tick(tickets.of(number), now)));
    }

    /** Writes down what has changed on a ticket's device. Nothing is written while what was asked for is not on the disk. */
    private void tick(Ticket ticket, long nowNanos) {
        String number = ticket.number();
        if (watch == null || ticket.observed().bound() == null || giver.isFlying(number)) {
            return;
        }
        Flaps its = flaps.computeIfAbsent(number, _ -> new Flaps());
        Optional<TicketEvent.Flapped> all = its.due(nowNanos);
        if (all.isPresent()) {
            giver.byItself(number, new Command.Flap(all.get()));
            return; // as it is now is written in the next frame
        }
        Optional<UsbDevice> here = whose.of(number);
        if (here.isPresent()) {
            goneSince.remove(number);
            follow(ticket, here.get());
        } else if (watches() && !has(ticket, ComputerSees.NOTHING)
                && nowNanos - goneSince.computeIfAbsent(number, _ -> nowNanos) >= GONE_NANOS) {
            if (!heldBack(ticket, ComputerSees.NOTHING.toString())) {
                last.remove(number);
                giver.byItself(number, new Command.Saw(null, ComputerSees.NOTHING, Sightings.Source.USB));
            }
        }
    }

    private static boolean has(Ticket ticket, ComputerSees view) {
        return ticket.observed().computer() != null && ticket.observed().computer().isOf(view);
    }

    private void follow(Ticket ticket, UsbDevice device) {
        if (device.equals(last.get(ticket.number())) && has(ticket, device.mode())) {
            return;
        }
        if (heldBack(ticket, device.toString())) {
            return;
        }
        last.put(ticket.number(), device);
        giver.byItself(ticket.number(), new Command.FollowDevice(device));
    }

    /** Whether a change is not written by itself, because there are too many; looked at once for each change. */
    private boolean heldBack(Ticket ticket, String now) {
        Flaps its = flaps.computeIfAbsent(ticket.number(), _ -> new Flaps());
        if (now.equals(seenLast.put(ticket.number(), now))) {
            return its.flaps();
        }
        boolean alone = its.changed(life.time().realNanos());
        if (!alone) {
            life.changes().tell(Change.Topic.USB);
        }
        return !alone;
    }

    /** What a ticket's device does, where it comes and goes too often: a loose contact, or a boot loop with its period. */
    public Optional<String> flapping(String number) {
        return Optional.ofNullable(flaps.get(number)).filter(Flaps::flaps).map(f -> f.period().filter(p -> p >= TicketEvent.Flapped.BOOT)
                .map(p -> t("workbench.usb.loop", "seconds", Math.round(p)))
                .orElse(t("workbench.usb.loose")));
    }

    @Override
    public void close() {
        ended = true;
        if (looking != null) {
            looking.interrupt();
        }
    }
}
