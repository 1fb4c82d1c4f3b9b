package wistaxis.store.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Simulation;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.facts.BadInput;
import wistaxis.core.practice.Drilled;
import wistaxis.core.practice.Measured;
import wistaxis.core.practice.StepScore;
import wistaxis.standins.DemoPractice;
import wistaxis.store.files.DiskProblem;

class PracticeBookTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");

    @TempDir
    private Path folder = Path.of("");

    private Path file() {
        return folder.resolve("practice.db");
    }

    @Test
    void whatWasAddedIsThereAfterReopeningPersonByPerson() {
        PracticeBook book = PracticeBook.open(file());
        List<Drilled> attempts = DemoPractice.attempts(NOW);
        book.add(attempts);
        DemoPractice.measured().forEach(m -> book.add("Ida \"the hand\"", m, NOW));
        PracticeBook again = PracticeBook.open(file());
        assertThat(again.attempts(DemoPractice.PERSON)).isEqualTo(attempts);
        assertThat(again.measured("Ida \"the hand\"")).isEqualTo(DemoPractice.measured());
        assertThat(again.attempts("nobody")).isEmpty();
        assertThat(again.people()).containsExactly(DemoPractice.PERSON, "Ida \"the hand\"");
    }

    @Test
    void aFileThatIsNoDatabaseOrOfANewerProgramIsLeftAlone() throws Exception {
        Files.writeString(file(), "this is not a database, but long enough to be taken for one at first sight");
        assertThatThrownBy(() -> PracticeBook.open(file())).isInstanceOf(DiskProblem.class).hasMessageContaining("Practice book")
                .hasMessageContaining(file().toString());
        assertThat(Files.readString(file())).startsWith("this is not");
        Files.delete(file());
        PracticeBook.open(file()).add("a", new Measured(Measured.What.LIGHT, 0.2, 0), NOW);
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + file()); var s = db.createStatement()) {
            s.execute("PRAGMA user_version = 7");
        }
        assertThatThrownBy(() -> PracticeBook.open(file())).isInstanceOf(BadInput.class).hasMessageContaining("[7]");
    }

    /** The demo's attempts are played on the key model: what they say of themselves is what the model says when they are played again. */
    @Test
    void aStoredTraceGivesTheSameScoresAndTheSameEndAgain() {
        for (Drilled d : DemoPractice.attempts(NOW)) {
            LayoutFacts family = DeviceCatalogue.shipped().family(d.family());
            ButtonSequence method = SequenceLibrary.shipped().all().stream().filter(d::of).findFirst().orElseThrow();
            assertThat(StepScore.of(d.trace(), method, family)).isEqualTo(d.steps());
            String wanted = d.goal().toString();
            assertThat(new Simulation(family).run(d.trace()).mode().equals(wanted)).as(d.at() + " " + d.method() + ": " + d.says())
                    .isEqualTo(d.landed());
            if (d.landed()) {
                assertThat(d.steps()).filteredOn(s -> s.late() != null && !s.inTime())
                        .as("%s %s: what landed was in time", d.at(), d.method()).isEmpty();
            }
        }
    }
}
