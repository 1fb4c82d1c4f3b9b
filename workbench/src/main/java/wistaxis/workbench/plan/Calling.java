package wistaxis.workbench.plan;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.CallTimes;
import wistaxis.core.bench.Calls;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.Ticket;
import wistaxis.store.calendar.CalendarFile;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.WholeFile;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.ticket.Tickets;

/** Calls people to what needs them, whatever they look at, and keeps a calendar of it on the disk. Of one thread, the interface's. */
public final class Calling {
    /** A call that is put off comes again after so long. Ours. */
    public static final Duration LATER = Duration.ofMinutes(5);

    /** The plan is looked at no more often, however fast simulated time runs. Ours. */
    private static final long LOOK_NANOS = 200_000_000L;

    /** The calendar is written at most so often. Ours. */
    private static final long APART_NANOS = 2_000_000_000L;

    private final Life life;
    private final Tickets tickets;
    private final Plans plans;
    private final AfterDay afterDay;
    private final Supplier<CallTimes> times;
    private final Path file;
    private final Calls calls = new Calls();
    private String written = "";
    private long nextLook = System.nanoTime();
    private long nextWrite = System.nanoTime();
    private @Nullable BenchPlan of;
    private boolean writing;

    /** @param times when the shop wants to be called @param file the calendar */
    public Calling(Life life, Tickets tickets, Plans plans, AfterDay afterDay, Supplier<CallTimes> times, Path file) {
        this.life = life;
        this.tickets = tickets;
        this.plans = plans;
        this.afterDay = afterDay;
        this.times = times;
        this.file = file;
    }

    /** Looks at the plan, a few times a second or less. @return what calls now */
    public List<Calls.Call> look() {
        if (System.nanoTime() - nextLook < 0) {
            return List.of();
        }
        nextLook = System.nanoTime() + LOOK_NANOS;
        BenchPlan plan = plans.last();
        afterDay.look(plan);
        List<Calls.Call> now = life.doubt().says().isPresent() ? List.of() : calls.look(Calls.Ahead.of(plan), life.now(), times.get()
                .before());
        if (!writing && plan != of && System.nanoTime() - nextWrite >= 0) {
            of = plan;
            nextWrite = System.nanoTime() + APART_NANOS;
            write(plan);
        }
        return now;
    }

    /** Whether nothing is to sound now. */
    public boolean isSilent() {
        return times.get().isSilent(life.now().atZone(ZoneId.systemDefault()).toLocalTime());
    }

    /** The calls that nobody has answered, the first first. */
    public List<Calls.Call> signs() {
        return calls.signs();
    }

    public void putOff(Calls.Call call) {
        calls.putOff(call, life.now().plus(LATER));
    }

    public void answered(Calls.Call call) {
        calls.answered(call);
    }

    private void write(BenchPlan plan) {
        List<Ticket> open = tickets.open();
        String before = written;
        writing = true;
        life.background().write(() -> {
            String text = CalendarFile.text(entries(open, plan), ZoneId.systemDefault());
            if (!text.equals(before)) {
                WholeFile.write(file, text);
            }
            return text;
        }, text -> {
            writing = false;
            written = text;
        }, e -> {
            writing = false;
            nextWrite = Long.MAX_VALUE / 2 + System.nanoTime(); // said once; the next start tries again
            life.notices().say(t("workbench.calendar.not-written", "why", e instanceof IOException io ? DiskProblem.words("calendar", file,
                    io) : String.valueOf(e.getMessage())));
        });
    }

    /** Calls, pickups and unlock days, to the minute. */
    private static List<CalendarFile.Entry> entries(List<Ticket> open, BenchPlan plan) {
        List<CalendarFile.Entry> all = new ArrayList<>();
        Map<String, BenchPlan.Lane> lanes = plan.lanes().stream().collect(Collectors.toMap(l -> l.job().ticket(), l -> l));
        for (Ticket t : open) {
            String what = t.number() + " " + t.title();
            Optional.ofNullable(lanes.get(t.number())).map(BenchPlan.Lane::spans).filter(s -> !s.isEmpty() && !s.getFirst().hands())
                    .flatMap(s -> s.stream().filter(BenchPlan.Span::hands).findFirst()).ifPresent(s -> all.add(entry(t.number() + "-call",
                            s.start(), s.end(), false, t("workbench.calendar.call", "what", what, "work", s.what()))));
            Intake.promised(t).ifPresent(p -> all.add(entry(t.number() + "-pickup", p, null, false, t("workbench.calendar.pickup", "what",
                    what))));
            Optional.ofNullable(t.unlock()).filter(_ -> t.unlockAnswers().isEmpty()).ifPresent(u -> all.add(entry(t.number() + "-unlock", u
                    .earliest().atStartOfDay(ZoneId.systemDefault()).toInstant(), u.latest().plusDays(1)
                            .atStartOfDay(ZoneId.systemDefault())
                            .toInstant(), true, t("workbench.calendar.unlock", "what", what))));
        }
        return all;
    }

    private static CalendarFile.Entry entry(String id, Instant start, @Nullable Instant end, boolean days,
            String words) {
        return new CalendarFile.Entry(id, start.truncatedTo(ChronoUnit.MINUTES), end == null ? null : end.truncatedTo(ChronoUnit.MINUTES),
                days, words);
    }
}
