package wistaxis.workbench.plan;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.restore.ComputerStage;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.Range;
import wistaxis.core.work.SetUp;
import wistaxis.workbench.ticket.Shop;

/**
 * How long a step takes here, and with it the whole of what a customer waits for: the download where the firmware is not at hand, the
 * step itself, and set-up after an erase. Seconds.
 *
 * @param download zero where the firmware is at hand, or none is needed
 * @param work the step itself, the way into the mode included; as long as it took here, else as is usual
 * @param setUp zero where nothing is erased, or nobody sets it up here
 */
public record Quote(Range download, Range work, Range setUp) {
    private static final Range NONE = new Range(0, 0, 0, 0);

    /** Attempts at the buttons that are usual at least and at most. Common practice: several are normal. */
    private static final int MOST_ENTRIES = 3;

    /** Of a ticket as it stands. @param measured whether the history is of real computers */
    public static Quote of(Ticket ticket, Step step, Shop shop, TimeHistory history, boolean measured) {
        DeviceModel model = shop.model(ticket).orElse(null);
        boolean atHand = ticket.firmwareSettled() && !ticket.observed().computerFetches();
        Range setUp = step.erases() ? SetUp.ahead(ticket, model, TicketJobs.minutes(shop, history, ticket)).map(Quote::range).orElse(NONE)
                : NONE;
        return new Quote(step.writes() && !atHand ? shop.download(ticket, history) : NONE,
                work(step, model == null ? null : model.family(), history, measured), setUp);
    }

    /** Of a case that no ticket is kept of: set-up is not counted. @param download of the firmware that the step needs */
    public static Quote of(Step step, Range download, TimeHistory history) {
        return new Quote(step.writes() ? download : NONE, work(step, null, history, false), NONE);
    }

    private static Range range(GuideRun run) {
        double low = run.minutes(true) * 60;
        double high = run.minutes(false) * 60;
        return new Range(low, (low + high) / 2, high, 0);
    }

    private static Range work(Step step, @Nullable ButtonLayout family, TimeHistory history, boolean measured) {
        double low = step.minutes().getFirst() * 60.0;
        double high = step.minutes().getLast() * 60.0;
        Range usual = new Range(low, (low + high) / 2, high, 0);
        if (!step.writes()) {
            return usual;
        }
        double entry = history.defaults().entrySeconds();
        Range written = measured ? history(family, history).orElse(usual) : usual;
        return written.plus(new Range(entry, entry, MOST_ENTRIES * entry, written.cases()));
    }

    /** The stages of a run as long as they took here; empty before one was measured. */
    private static Optional<Range> history(@Nullable ButtonLayout family, TimeHistory history) {
        return ComputerStage.of(false).stream().map(s -> history.measured(family, s.id())).flatMap(Optional::stream).reduce(Range::plus);
    }

    /** The step with its download. */
    public Range step() {
        return download.plus(work);
    }

    /** All of it, up to first use. */
    public Range whole() {
        return step().plus(setUp);
    }

    /** Whether more than the step is counted. */
    public boolean isMore() {
        return download.high() > 0 || setUp.high() > 0;
    }
}
