package wistaxis.workbench.plan;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.DayPlan;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Ticket;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.WholeFile;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.ticket.Tickets;

/** Keeps the first plan of each day, and says afterwards what became of it. */
public final class AfterDay {
    private final Life life;
    private final Tickets tickets;
    private final Path file;
    private @Nullable LocalDate kept;

    /** @param file where the days are kept */
    public AfterDay(Life life, Tickets tickets, Path file) {
        this.life = life;
        this.tickets = tickets;
        this.file = file;
    }

    /** What became of a day's plan. */
    public record Became(LocalDate day, List<DayPlan.Row> rows) {
        public Became {
            rows = List.copyOf(rows);
        }
    }

    /** Keeps a plan that is the first of its day. */
    void look(BenchPlan plan) {
        LocalDate today = today();
        if (today.equals(kept) || plan.lanes().isEmpty() || life.doubt().says().isPresent()) {
            return;
        }
        kept = today;
        DayPlan day = DayPlan.of(today, plan, today.plusDays(1).atStartOfDay(ZoneId.systemDefault()).toInstant());
        life.background().write(() -> {
            DayPlan.Days before = read(file);
            DayPlan.Days now = before.with(day);
            if (!now.equals(before)) {
                WholeFile.write(file, now.toJson());
            }
            return now;
        }, _ -> { }, e -> life.notices().say(t("workbench.day.not-kept", "why", e instanceof IOException io ? DiskProblem.words("day", file,
                io) : String.valueOf(e.getMessage()))));
    }

    private LocalDate today() {
        return life.now().atZone(ZoneId.systemDefault()).toLocalDate();
    }

    /** What a folder keeps; a file that cannot be read is set aside. */
    private static DayPlan.Days read(Path file) {
        try {
            return look(file);
        } catch (BadInput _) {
            SideFile.setAside(file);
            return DayPlan.Days.NONE;
        }
    }

    /** The days that are kept; none where there is no file. @throws BadInput for one that cannot be read */
    public static DayPlan.Days look(Path file) {
        return Files.exists(file) ? DayPlan.Days.parse(OutsideFile.text(file, "day", 4), String.valueOf(file.getFileName()))
                : DayPlan.Days.NONE;
    }

    /** The last day before today; empty where none is kept. */
    public CompletableFuture<Optional<Became>> last() {
        LocalDate today = today();
        CompletableFuture<Optional<DayPlan>> read = new CompletableFuture<>();
        life.background().run(() -> look(file).before(today), read::complete, read::completeExceptionally);
        return read.thenCompose(day -> {
            if (day.isEmpty()) {
                return CompletableFuture.completedFuture(Optional.empty());
            }
            List<CompletableFuture<@Nullable Ticket>> all = day.get().ends().stream().map(e ->
                    tickets.look(e.ticket()).<@Nullable Ticket>handle(
                    (t, _) -> t)).toList();
            return CompletableFuture.allOf(all.toArray(CompletableFuture[]::new)).thenApply(_ -> Optional.of(new Became(day.get().day(), day
                    .get().became(n -> all.stream().map(CompletableFuture::join).filter(Objects::nonNull).filter(t -> t.number().equals(n))
                            .findFirst()))));
        });
    }
}
