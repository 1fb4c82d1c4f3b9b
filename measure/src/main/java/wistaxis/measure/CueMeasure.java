package wistaxis.measure;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import wistaxis.core.buttons.Goal;
import wistaxis.core.coach.Cue;
import wistaxis.core.ticket.Stage;
import wistaxis.desktop.NoDisplay;
import wistaxis.desktop.sound.ClockedCard;
import wistaxis.desktop.sound.Speaker;
import wistaxis.desktop.view.shell.Shell;
import wistaxis.standins.DemoWorld;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.desk.FirmwareDesk;

/**
 * Measures how close to its moment every cue is heard and how old the now-line is when it is drawn, while a restore and a download run
 * beside it. The sound card is one of clockwork, so that a machine without one can measure too: the delay of a real card comes on top,
 * and is the same for every cue.
 */
public final class CueMeasure {
    private final List<Long> frames = new ArrayList<>();
    private final List<Long> ages = new ArrayList<>();
    private final List<Cue> plan = new ArrayList<>();
    private long tickNanos;

    private CueMeasure() {}

    /** Measures for about two minutes and prints percentiles. @param offscreen without a display */
    public static void take(boolean offscreen) {
        if (offscreen) {
            Screenshots.startHeadless();
        } else {
            NoDisplay.unless(() -> Platform.startup(() -> { }));
        }
        try {
            Path data = Files.createTempDirectory("wistaxis-cues");
            new CueMeasure().measure(data);
        } catch (IOException e) {
            throw new UncheckedIOException("there is no room for the demo data", e);
        } finally {
            Platform.exit();
        }
    }

    private void measure(Path data) {
        Workbench bench = Screenshots.bench(data, 200_000);
        ClockedCard card = new ClockedCard();
        Shell[] shell = new Shell[1];
        Screenshots.onFx(() -> {
            shell[0] = new Shell(bench, Speaker.measured(card));
            Screenshots.show(shell[0]);
            watch(shell[0], bench);
        });
        download(bench, shell[0]);
        restore(bench, shell[0]);
        int heardBefore = card.onsets().size();
        plan.clear();
        for (Goal goal : List.of(Goal.DFU, Goal.LEAVE_DFU, Goal.RECOVERY)) {
            Screenshots.onFx(() -> {
                shell[0].showTicket(ticket(13), Stage.KEYS);
                bench.desk(ticket(13)).buttons().coaching().choose(goal);
                bench.desk(ticket(13)).buttons().coaching().showMe();
            });
            Screenshots.waitUntil(() -> bench.desk(ticket(13)).buttons().coaching().verdict().isPresent());
            Screenshots.rest(14_000); // until it is up again
        }
        List<Long> heard = card.onsets().subList(heardBefore, card.onsets().size());
        boolean[] beside = new boolean[2];
        Screenshots.onFx(() -> {
            beside[0] = bench.ticket(ticket(12)).build() != null && !bench.ticket(ticket(12)).firmwareVerified();
            beside[1] = bench.ticket(ticket(11)).running();
            shell[0].close();
            bench.close();
        });
        report(heard, beside);
    }

    private static void download(Workbench bench, Shell shell) {
        Screenshots.onFx(() -> shell.showTicket(ticket(12)));
        FirmwareDesk firmware = bench.desk(ticket(12)).firmware();
        Screenshots.waitUntil(() -> firmware.choice().isPresent());
        Screenshots.onFx(() -> firmware.choose(firmware.choice().orElseThrow().chosen().orElseThrow()));
        Screenshots.waitUntil(() -> firmware.chosen().isPresent());
        Screenshots.onFx(firmware::startDownload);
    }

    private static void restore(Workbench bench, Shell shell) {
        Screenshots.onFx(() -> {
            shell.showTicket(ticket(11), Stage.KEYS);
            bench.desk(ticket(11)).buttons().coaching().showMe();
        });
        Screenshots.waitUntil(() -> bench.ticket(ticket(11)).mode() != null);
        Screenshots.rest(500);
        Screenshots.waitUntil(() -> bench.desk(ticket(11)).restore().mayNot().isEmpty());
        Screenshots.onFx(() -> bench.desk(ticket(11)).restore().start());
        Screenshots.rest(1500);
    }

    /** Notes every cue as it is planned last, and every frame. */
    private void watch(Shell shell, Workbench bench) {
        new AnimationTimer() {
            @Override
            public void handle(long now) {
                long at = System.nanoTime();
                if (tickNanos != 0) {
                    frames.add(at - tickNanos);
                }
                tickNanos = at;
                long offset = at - bench.nowNanos();
                bench.desk(ticket(13)).buttons().coaching().upcoming().stream().filter(c -> c.atNanos() + offset <= at + 3_000_000L)
                        .map(c -> new Cue(c.atNanos() + offset, c.kind()))
                        .filter(c -> plan.stream().noneMatch(p -> Math.abs(p.atNanos() - c.atNanos()) < 1_000_000L)).forEach(plan::add);
            }
        }.start();
        shell.scene().addPostLayoutPulseListener(() -> ages.add(System.nanoTime() - tickNanos));
    }

    private void report(List<Long> heard, boolean[] beside) {
        List<Long> errors = new ArrayList<>();
        int unheard = 0;
        for (Cue c : plan) {
            long nearest = heard.stream().mapToLong(h -> h - c.atNanos()).filter(d -> Math.abs(d) < 300_000_000L).map(d -> d).boxed()
                    .min(java.util.Comparator.comparingLong(Math::abs)).orElse(Long.MAX_VALUE);
            if (nearest == Long.MAX_VALUE) {
                unheard++;
            } else {
                errors.add(Math.abs(nearest));
            }
        }
        System.out.println("beside it: download " + (beside[0] ? "running" : "ended") + ", restore " + (beside[1] ? "running" : "ended"));
        System.out.println("cues planned " + plan.size() + ", not heard by themselves " + unheard);
        line("cue onset error", errors);
        line("frame to frame", frames);
        line("age of the now-line", ages);
    }

    private static void line(String what, List<Long> nanos) {
        List<Long> sorted = nanos.stream().sorted().toList();
        if (!sorted.isEmpty()) {
            System.out.printf(Locale.ROOT, "%-22s p50 %6.2f ms   p90 %6.2f   p99 %6.2f   most %6.2f   (%d)%n", what, at(sorted, 0.5),
                    at(sorted, 0.9), at(sorted, 0.99), at(sorted, 1), sorted.size());
        }
    }

    private static double at(List<Long> sorted, double part) {
        return sorted.get((int) Math.min(sorted.size() - 1, Math.floor(part * sorted.size()))) / 1e6;
    }

    private static String ticket(int n) {
        return DemoWorld.Past.MONTHS.ticket(n);
    }
}
