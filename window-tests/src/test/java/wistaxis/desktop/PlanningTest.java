package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.bench.DayPlan;
import wistaxis.core.plan.Legal;
import wistaxis.core.ticket.TicketEvent;

/** The plan on the bench: something is tried and taken, who is at work is set, and what may be promised stands at the intake. */
@ExtendWith({Waits.class, InEnglishAgain.class})
class PlanningTest {
    @TempDir
    private Path folder;
    private Window w;

    @BeforeEach
    void open() {
        w = Window.demo(folder, 300_000);
    }

    @AfterEach
    void close() {
        w.close();
    }

    /** By the keyboard: a click would leave the mouse on a lane, whose tip then takes the window from the robot. */
    private void press(String id) {
        Window.until(() -> Window.onFx(() -> w.shell.scene().lookup("#" + id) != null), id);
        w.focus(id);
        w.tap(KeyCode.ENTER);
    }

    private static boolean legal(Window w) {
        return Window.onFx(() -> Legal.check(w.bench.plans().now().bench(), w.bench.plans().now().schedule()).isEmpty());
    }

    @Test
    void whatIsTriedIsTakenAndTheBenchFollows() {
        w.sees("What if ...");
        press("what-if");
        press("what-if-1");
        w.sees("Take it");
        w.sees(" min earlier");
        assertThat(Window.onFx(() -> w.bench.plans().now().bench().people())).as("nothing is kept by trying").hasSize(1);
        press("what-if-take");
        w.sees("The plan goes by: one more person");
        Window.until(() -> Window.onFx(() -> w.bench.plans().now().bench().people().size() == 2), "two people in the plan");
        press("uses");
        w.sees("Somebody");
        w.sees("booked until");
        assertThat(legal(w)).isTrue();
        press("what-if-drop-taken");
        Window.until(() -> Window.onFx(() -> w.bench.plans().now().bench().people().size() == 1), "one again");
    }

    @Test
    void whoIsAtWorkIsSetAndWhatMayBePromisedIsSaid() {
        w.click("nav-settings");
        w.sees("Who is at work, and when?");
        assertThat(Window.onFx(() -> {
            try {
                w.bench.routes().people("Ada 9-25");
                return "";
            } catch (wistaxis.core.facts.BadInput e) {
                return e.getMessage();
            }
        })).contains("[9-25] is no stretch of the day");
        Window.onFx(() -> {
            w.bench.routes().people("Ada; Bo");
            w.bench.routes().ports("left 8-pin; right");
            return null;
        });
        w.click("nav-bench");
        Window.until(() -> Window.onFx(() -> w.bench.plans().now().bench().people().size() == 2 && w.bench.plans().now().bench().ports().size()
                == 2), "the plan of the new settings");
        assertThat(legal(w)).isTrue();
        String n = Window.onFx(() -> w.bench.tickets().open().stream().filter(t -> t.fact("promised").isPresent() && w.bench.plans().stopped(t)
                .isEmpty()).findFirst().orElseThrow().number());
        Window.until(() -> Window.onFx(() -> w.bench.plans().promised(w.bench.ticket(n)).isPresent()), "what may be promised");
    }

    /** Keys and buttons move along time; a lane that moved since the page was left says by how much. */
    @Test
    void theBenchIsLookedAtAlongTimeAndWhatMovedIsMarked() {
        w.sees("What if ...");
        press("axis-wider");
        press("axis-later");
        w.press(KeyCode.ALT);
        w.press(KeyCode.UP);
        w.release(KeyCode.UP);
        w.release(KeyCode.ALT);
        press("axis-to-now");
        assertThat(w.text()).doesNotContain(" min later", " min earlier");
        w.click("nav-settings");
        Window.onFx(() -> {
            w.bench.routes().people("Ada; Bo; Cy");
            return null;
        });
        Window.until(() -> Window.onFx(() -> w.bench.plans().now().bench().people().size() == 3), "three in the plan");
        w.click("nav-bench");
        w.sees(" min earlier");
    }

    /** After the day: what was planned and what became of it stands with the figures; a file that cannot be read is set aside. */
    @Test
    void whatBecameOfTheLastDaysPlanIsSaid() throws IOException {
        String closed = w.entries().stream().filter(e -> e.event() instanceof TicketEvent.Closed).reduce((_, b) -> b).orElseThrow().ticket();
        Window.until(() -> Files.exists(folder.resolve("days.json")), "today's plan to be kept");
        w.settle();
        LocalDate before = LocalDate.now().minusDays(1);
        DayPlan day = new DayPlan(before, List.of(new DayPlan.End(closed, Instant.now().minusSeconds(9_000_000)), new DayPlan.End("T-0010",
                Instant.now())));
        Files.writeString(folder.resolve("days.json"), DayPlan.Days.NONE.with(day).toJson());
        w.click("nav-figures");
        w.sees("Planned and real, ");
        w.sees("1 of 2 tickets that were to be done that day are closed.");
        w.sees("T-0010  Bird observatory, field phone B: still open");
    }
}
