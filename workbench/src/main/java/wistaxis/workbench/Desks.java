package wistaxis.workbench;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.files.LogFile;
import wistaxis.workbench.command.Result;

/**
 * The desks on which somebody works, each frame: what goes wrong on one keeps nobody else, is said once, and is tried again a little
 * later.
 */
final class Desks {
    /** After trouble on a desk it is left alone for so long. */
    private static final long TRY_AGAIN_NANOS = 3_000_000_000L;

    private final Workbench bench;
    private final Map<String, TicketDesk> desks = new HashMap<>();
    private final Map<String, Long> pausedUntil = new HashMap<>();
    private final Set<String> troubled = new HashSet<>();

    Desks(Workbench bench) {
        this.bench = bench;
    }

    TicketDesk of(String number) {
        return desks.computeIfAbsent(number, n -> new TicketDesk(bench, n));
    }

    Optional<TicketDesk> ifAny(String number) {
        return Optional.ofNullable(desks.get(number));
    }

    /** Another model lies there. */
    void clear(String number) {
        desks.remove(number);
    }

    boolean keysRun() {
        return desks.values().stream().anyMatch(d -> d.keys().busy());
    }

    void tick() {
        long now = System.nanoTime();
        bench.usb().tick((number, work) -> guarded(number, now, work));
        Map.copyOf(desks).forEach((number, desk) -> guarded(number, now, () -> tick(bench.ticket(number), desk)));
        guarded("downloads", now, bench.stock().downloads()::tick);
    }

    /** What the disk or the rules refuse is tried again; whatever else is thrown makes the ticket unreadable. */
    private void tick(Ticket ticket, TicketDesk desk) {
        if (bench.routes().oddities(ticket).stop()) {
            return;
        }
        try {
            desk.tick();
        } catch (BadInput | DiskTrouble e) {
            throw e;
        } catch (RuntimeException | StackOverflowError e) {
            bench.guard().caught(ticket, e);
        }
    }

    /** Does what nobody asked for; what goes wrong is said once, and the desk is left alone for a while. */
    CompletableFuture<Result> byItself(String number, Command command) {
        return bench.commands().byItself(number, command).whenComplete((result, _) -> {
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
            bench.notices().say(what + ": that did not work, and was not saved: " + e.getMessage()
                    + " It is tried again by itself. What was saved before is safe.");
        }
    }
}
