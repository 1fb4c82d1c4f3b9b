package wistaxis.core.firmware;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.facts.BadInput;

class ChoiceTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");

    @ParameterizedTest
    @CsvSource({"26.9, 26.10", "26.10, 27", "27.0 test 3, 27.0", "27.0 test 3, 27.0 test 12", "26.10, 27.0 test 1", "31.9, 31.9.1",
        "26.1 beta 2, 26.1 RC", "26.1 Developer Beta 2, 26.1 beta 10", "26.1 RC, 26.1 RC 2", "26.1 RC 2, 26.1",
        "15.7.9, 26.1 beta", "26.1 beta, 26.1 beta 2"})
    void versionsCompareByNumber(String older, String newer) {
        assertThat(SystemVersion.parse(older)).isLessThan(SystemVersion.parse(newer));
        assertThat(SystemVersion.parse(newer)).isGreaterThan(SystemVersion.parse(older));
    }

    @Test
    void missingPartsAreZeroAndNonsenseIsNamed() {
        assertThat(SystemVersion.parse("27")).isEqualTo(SystemVersion.parse("27.0.0")).hasToString("27.0");
        assertThat(SystemVersion.parse("26.1 RC")).hasToString("26.1 RC").isEqualTo(SystemVersion.parse(" 26.1 rc "));
        assertThat(SystemVersion.parse("26.1 beta 2")).isEqualTo(SystemVersion.parse("26.1 test 2")).hasToString("26.1 test 2");
        assertThatThrownBy(() -> SystemVersion.parse("27.x")).isInstanceOf(BadInput.class).hasMessageContaining("[27.x]");
    }

    @Test
    void theNewestSignedReleaseIsTakenAndEveryOtherSaysWhyNot() {
        BuildChoice choice = BuildChoice.among(List.of(build("31.9", true, "2026-05-12T08:59:59Z"),
                build("31.9.1", true, "2026-05-12T16:00:00Z"), build("31.10", true, null),
                build("32.0 test 2", true, null), build("31.11", false, null)), "iPhone13,2", NOW);
        assertThat(choice.builds()).extracting(j -> j.build().version().toString())
                .containsExactly("32.0 test 2", "31.11", "31.10", "31.9.1", "31.9");
        assertThat(choice.chosen()).hasValueSatisfying(j -> assertThat(j.build().version()).hasToString("31.10"));
        assertThat(choice.builds()).extracting(BuildChoice.Judged::possible).containsExactly(true, false, true, true, false);
        assertThat(choice.builds()).extracting(BuildChoice.Judged::reason).satisfiesExactly(r -> assertThat(r).contains("beta"),
                r -> assertThat(r).contains("No longer signed"),
                r -> assertThat(r).contains("Newest signed"), r -> assertThat(r).contains("Older than 31.10"), r -> assertThat(r)
                .contains("No longer signed"));
        assertThat(BuildChoice.among(List.of(build("31.10", true, null)), "iPhone13,3", NOW).builds().getFirst().reason())
                .contains("For iPhone13,2, not for this model");
        assertThat(BuildChoice.among(List.of(), "iPhone13,2", NOW).chosen()).isEmpty();
        BuildChoice unsure = BuildChoice.among(List.of(build("31.11", true, null).unsureIfSigned(), build("31.10", true, null)), "iPhone13,2",
                NOW);
        assertThat(unsure.chosen()).as("nobody knows of the newer one").hasValueSatisfying(j -> assertThat(j.build().version())
                .hasToString("31.10"));
        assertThat(unsure.builds()).extracting(BuildChoice.Judged::possible).containsExactly(true, true);
    }

    /**
     * Common practice: a backup fits only the same or a newer version; a watch on a newer generation does not pair with a phone moved
     * down.
     */
    @Test
    void whatTheTicketWantsIsSuggestedAndWhatSpeaksAgainstItIsSaid() {
        List<Build> builds = List.of(build("32.0", true, null), build("31.10", true, null), build("31.9", false, null));
        BuildChoice.Wishes down = new BuildChoice.Wishes(SystemVersion.parse("31.10"),
                List.of(SystemVersion.parse("31.9"), SystemVersion.parse("32.0")), SystemVersion.parse("32.1"));
        BuildChoice choice = BuildChoice.among(builds, "iPhone13,2", NOW, down);
        assertThat(choice.chosen()).hasValueSatisfying(j -> {
            assertThat(j.build().version()).hasToString("31.10");
            assertThat(j.reason()).contains("The ticket asks for it").contains("one made on 32.0 does not fit")
                    .contains("The watch on 32.1 would not pair");
        });
        assertThat(choice.builds().getFirst().reason()).contains("Not the version that the ticket asks for, 31.10");
        BuildChoice gone = BuildChoice.among(builds, "iPhone13,2", NOW,
                new BuildChoice.Wishes(SystemVersion.parse("31.9"), List.of(), null));
        assertThat(gone.chosen()).as("what is asked for is not signed: nothing is suggested in its place").isEmpty();
        assertThat(gone.builds().getLast().reason()).contains("No longer signed");
        BuildChoice newest = BuildChoice.among(builds, "iPhone13,2", NOW,
                new BuildChoice.Wishes(null, List.of(SystemVersion.parse("32.0")), null));
        assertThat(newest.chosen()).hasValueSatisfying(j -> assertThat(j.build().version()).hasToString("32.0"));
        assertThat(newest.builds().get(1).reason()).contains("Too old for the backup");
    }

    private static Build build(String version, boolean signed, @Nullable String until) {
        return new Build(List.of("iPhone13,2"), SystemVersion.parse(version), "B" + version.replace(' ', '-'), LocalDate.of(2026, 5, 1),
                1000, "0".repeat(64), "/p", signed,
                until == null ? null : Instant.parse(until));
    }

    /** Phone 15 with watch 8: common practice; the rest of the table from memory. What it does not know is not known. */
    @ParameterizedTest
    @CsvSource({"15, 8, true", "14, 8, false", "15, 7.6, true", "18, 11, true", "17, 11, false", "31, 32, false", "32, 32, true",
        "26, 11, true", "18, 26, false", "22, 8, ", "15, 15, ", "6, 1, "})
    void aWatchPairsByTheTable(String phone, String watch, @Nullable Boolean pairs) {
        assertThat(WatchPairing.pairs(SystemVersion.parse(phone), SystemVersion.parse(watch)).orElse(null)).isEqualTo(pairs);
    }
}
