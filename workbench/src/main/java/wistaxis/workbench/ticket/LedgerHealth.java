package wistaxis.workbench.ticket;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.files.SideFile;
import wistaxis.store.ledger.Anchor;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerSeen;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.Watcher;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;

/**
 * Whether the ledger is whole: it is checked at the start, looked through behind it, and what it was last is kept beside it, so that an
 * end that is missing is missed.
 */
public final class LedgerHealth {
    /** How often it is kept beside the ledger how it is. */
    private static final long MEMORY_NANOS = 60_000_000_000L;

    /** So many looks a start takes, about 2 s of a window at rest: a long ledger is looked through behind them. Ours. */
    private static final int LOOKS_AT_START = 8;

    private final Life life;
    private final LedgerStore ledger;
    private final Path memory;
    private final Path anchors;
    private final InstantSource wall;
    private final Supplier<Head> head;
    private @Nullable String unread;
    /** What is looked through once the window stands: so many looks after the start. */
    private @Nullable Runnable afterStart;
    private int looksToGo = LOOKS_AT_START;
    private volatile boolean ended;
    private long nextMemory = System.nanoTime() + MEMORY_NANOS;

    /** The last entry. @param number 0 where there is none */
    record Head(long number, String digest) {}

    LedgerHealth(Life life, LedgerStore ledger, DataFolder folder, InstantSource wall, Supplier<Head> head) {
        this.life = life;
        this.ledger = ledger;
        this.memory = folder.seen();
        this.anchors = folder.anchors();
        this.wall = wall;
        this.head = head;
    }

    /** What is wrong with the ledger and was not read by anybody yet; until then nothing is written. */
    public Optional<String> unread() {
        return Optional.ofNullable(unread);
    }

    /** Somebody has read it. */
    void read() {
        unread = null;
    }

    /** Goes on with what is looked at by and by. */
    void look(long nowNanos) {
        Runnable later = afterStart;
        if (later != null && --looksToGo <= 0) {
            afterStart = null;
            later.run();
        }
        if (unread == null && nowNanos - nextMemory > 0) {
            nextMemory = nowNanos + MEMORY_NANOS;
            remember();
        }
    }

    private LedgerSeen seen() {
        Head now = head.get();
        return new LedgerSeen(now.number(), now.digest(), wall.instant());
    }

    void check() {
        SideFile.Read<@Nullable LedgerSeen> seen = LedgerSeen.readOrSetAside(memory);
        life.notices().say(seen.problem());
        checked(ledger.checkAtStart(seen.value(), wall.instant()));
        Instant entry = ledger.last().map(LedgerEntry::wall).orElse(null);
        Instant noted = seen.value() == null ? null : seen.value().at();
        life.doubt().started(entry == null || noted != null && noted.isAfter(entry) ? noted : entry, wall.instant());
        if (head.get().number() <= LedgerStore.LOOKED_THROUGH) {
            return;
        }
        Anchor.Kept kept = Anchor.readable(anchors);
        life.notices().say(kept.problem());
        afterStart = () -> life.background().run(() -> ledger.check(seen.value(), kept.anchors(), wall.instant(), _ -> !ended),
                all -> all.ifPresent(c -> {
            checked(c);
            if (unread != null) {
                life.changes().tell(Change.Topic.NOTICE);
            }
        }), e -> life.notices().say(t("workbench.ledger.not-verified", "why", e.getMessage())));
    }

    private void checked(LedgerCheck check) {
        unread = check.read() ? null : check.broken().orElse(null);
        if (!check.findings().isEmpty()) {
            int more = check.findings().size() - 1;
            life.notices().say(t("workbench.ledger.impossible", "first", check.findings().getFirst(), "more", more));
        }
    }

    /** Keeps beside the ledger how it is now, so that a later start knows whether its end is missing. */
    public void remember() {
        if (life.doubt().says().isPresent() || ledger.kept() > 0) {
            return; // by a clock that nobody believes nothing is measured later, and an end that only this bench knows is no end
        }
        LedgerSeen now = seen();
        life.background().write(() -> now.write(memory), _ -> { });
    }

    /** The first start of each day keeps the head of the ledger outside of it. */
    public void anchor() {
        if (head.get().number() == 0 || ledger.kept() > 0 || life.doubt().says().isPresent()) {
            return;
        }
        Anchor now = new Anchor(head.get().number(), head.get().digest(), wall.instant());
        life.background().write(() -> {
            LocalDate today = LocalDate.ofInstant(now.at(), ZoneId.systemDefault());
            if (Anchor.readable(anchors).anchors().stream()
                    .noneMatch(a -> a.at() != null && LocalDate.ofInstant(a.at(), ZoneId.systemDefault())
                    .equals(today))) {
                now.append(anchors);
            }
        }, e -> life.notices().say(t("workbench.ledger.no-anchor", "why", e.getMessage())));
    }

    /** Looks through the whole ledger, read anew from the disk. @param watcher on another thread @return null when it was stopped */
    public CompletableFuture<@Nullable LedgerCheck> verify(Watcher watcher) {
        CompletableFuture<@Nullable LedgerCheck> found = new CompletableFuture<>();
        life.background().run(() -> ledger.check(LedgerSeen.read(memory), Anchor.readable(anchors).anchors(), wall.instant(),
                n -> !ended && watcher.goOn(n)), c -> found.complete(c.orElse(null)), found::completeExceptionally);
        return found;
    }

    public void close() {
        ended = true;
        if (unread == null && head.get().number() > 0 && ledger.kept() == 0 && life.doubt().says().isEmpty()) {
            try {
                seen().write(memory);
            } catch (IOException _) {
                // remembered as it was a minute ago
            }
        }
    }
}
