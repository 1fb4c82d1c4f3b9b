package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.view.page.View;
import wistaxis.store.files.LogFile;
import wistaxis.workbench.Workbench;

/** What fails in the window: it is said once for each cause, and everything else goes on. */
final class Faults {
    private final Workbench bench;
    private final Consumer<String> alarm;
    private final Consumer<View> unreadable;
    private final Set<String> said = new HashSet<>();
    private @Nullable View still;

    /** @param unreadable hears of the page of a ticket that cannot be shown */
    Faults(Workbench bench, Consumer<String> alarm, Consumer<View> unreadable) {
        this.bench = bench;
        this.alarm = alarm;
        this.unreadable = unreadable;
    }

    /** Whether a page stands still, as something on it failed. */
    boolean isStill(View page) {
        return still == page;
    }

    /** A page was read whole again. */
    void over() {
        still = null;
    }

    /** Does something of a page: what fails makes a ticket unreadable, and any other page stand still. */
    void guarded(View on, Runnable work) {
        try {
            work.run();
        } catch (RuntimeException | StackOverflowError e) {
            failed(on, e);
        }
    }

    private void failed(View on, Throwable e) {
        still = on;
        Optional<Ticket> ticket = on.number().isEmpty() || on instanceof UnreadableView ? Optional.empty() : bench.tickets()
                .find(on.number());
        if (ticket.isPresent()) {
            bench.guard().caught(ticket.get(), e);
            unreadable.accept(on);
        } else {
            once(on.getClass().toString(), "on a page", e, t("desktop.alarm.page-failed", "why", e));
        }
    }

    /** Does what belongs to no page. */
    void framed(Runnable work) {
        try {
            work.run();
        } catch (RuntimeException | StackOverflowError e) {
            once("", "in a frame", e, t("desktop.alarm.something-failed", "why", e));
        }
    }

    private void once(String of, String where, Throwable e, String says) {
        StackTraceElement[] at = e.getStackTrace();
        if (said.add(of + " " + e + (at.length == 0 ? "" : " " + at[0]))) {
            LogFile.failed(where, e);
            alarm.accept(says);
        }
    }
}
