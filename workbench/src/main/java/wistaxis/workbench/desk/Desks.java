package wistaxis.workbench.desk;

import static wistaxis.core.words.Say.t;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.function.BiFunction;
import java.util.function.Function;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.BadInput;
import wistaxis.core.outside.DeviceLink;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.LogFile;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.route.Routes;
import wistaxis.workbench.ticket.Guard;
import wistaxis.workbench.ticket.Tickets;
import wistaxis.workbench.usb.ComputerUsb;

/**
 * The desks on which somebody works, each frame: what goes wrong on one keeps nobody else, is said once, and is tried again a little
 * later.
 */
public final class Desks {
    /** After problem on a desk it is left alone for so long. */
    private static final long TRY_AGAIN_NANOS = 3_000_000_000L;

    private final Room room;
    private final Stock stock;
    private final Guard guard;
    private final Map<String, TicketDesk> desks = new HashMap<>();
    private final Map<String, Long> pausedUntil = new HashMap<>();
    private final Set<String> troubled = new HashSet<>();

    /** Makes the parts of a ticket's desk, each with what it needs. */
    public record Parts(Function<TicketDesk, FirmwareDesk> firmware, Function<TicketDesk, ButtonsDesk> buttons,
            Function<TicketDesk, RestoreDesk> restore, Function<TicketDesk, ComputerDesk> computer) {}

    /**
     * What a desk needs itself.
     *
     * @param device of a ticket in practice, in the state in which its ledger left it
     */
    public record Room(Life life, Tickets tickets, DeviceCatalogue devices, Routes routes, ComputerUsb usb, Commands commands,
            BiFunction<DeviceMachine, DeviceState, DeviceLink> device, Parts parts) {}

    public Desks(Room room, Stock stock, Guard guard) {
        this.room = room;
        this.stock = stock;
        this.guard = guard;
    }

    /** The desk of a ticket whose device is identified. */
    public TicketDesk of(String number) {
        return desks.computeIfAbsent(number, n -> new TicketDesk(this, room, n));
    }

    public Optional<TicketDesk> ifAny(String number) {
        return Optional.ofNullable(desks.get(number));
    }

    /** Another model lies there. */
    public void clear(String number) {
        desks.remove(number);
    }

    public boolean buttonsRun() {
        return desks.values().stream().anyMatch(d -> d.buttons().busy());
    }

    public void tick() {
        long now = System.nanoTime();
        room.usb().tick((number, work) -> guarded(number, now, work));
        Map.copyOf(desks).forEach((number, desk) -> guarded(number, now, () -> tick(room.tickets().of(number), desk)));
        guarded("downloads", now, stock.downloads()::tick);
    }

    /** What the disk or the rules refuse is tried again; whatever else is thrown makes the ticket unreadable. */
    private void tick(Ticket ticket, TicketDesk desk) {
        if (room.routes().unreadables(ticket).stop()) {
            return;
        }
        try {
            desk.tick();
        } catch (BadInput | DiskProblem e) {
            throw e;
        } catch (RuntimeException | StackOverflowError e) {
            guard.caught(ticket, e);
        }
    }

    /** Does what nobody asked for; what goes wrong is said once, and the desk is left alone for a while. */
    public CompletableFuture<Result> byItself(String number, Command command) {
        return room.commands().byItself(number, command).whenComplete((result, _) -> {
            switch (result) {
                case Result.Done _ -> troubled.remove(number);
                case Result.Refused(BadInput why) -> pause(number, why);
                case Result.Failed(RuntimeException why) -> pause(number, why);
            }
        });
    }

    private void guarded(String what, long nowNanos, Runnable work) {
        if (nowNanos - pausedUntil.getOrDefault(what, nowNanos) < 0) {
            return;
        }
        try {
            work.run();
        } catch (RuntimeException e) {
            pause(what, e);
        }
    }

    private void pause(String what, Throwable e) {
        pausedUntil.put(what, System.nanoTime() + TRY_AGAIN_NANOS);
        if (troubled.add(what)) {
            LogFile.failed(what, e);
            room.life().notices().say(t("workbench.bad.tried-again", "what", what, "why", e.getMessage()));
        }
    }
}
