package wistaxis.core.buttons;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;

/** A shop's own methods, broken buttons, and the table that reads what happened. */
class MethodFileTest {
    private static final String METHOD = """
        {"sequences": [{"method": "Ours", "family": "SIDE-KEY", "goal": "dfu", "from": ["on"], "plugged": true, "minority": false,
          "provenance": "ours", "source": "the shop", "cautions": [], "steps": [
          {"action": "tap", "buttons": ["VOLUME_UP"], "seconds": 0.3, "until": null},
          {"action": "tap", "buttons": ["VOLUME_DOWN"], "seconds": 0.3, "until": null},
          {"action": "hold", "buttons": ["SIDE"], "seconds": 9.5, "until": null},
          {"action": "hold", "buttons": ["SIDE", "VOLUME_DOWN"], "seconds": 4, "until": null},
          {"action": "release", "buttons": ["SIDE"], "seconds": null, "until": null},
          {"action": "hold", "buttons": ["VOLUME_DOWN"], "seconds": 8, "until": "host-dfu"},
          {"action": "release", "buttons": ["VOLUME_DOWN"], "seconds": null, "until": null}]}]}
        """;

    @Test
    void aSoundMethodIsAcceptedAndTakesThePlaceOfOneOfItsName() {
        List<ButtonSequence> ours = MethodFile.accept(METHOD, "ours.json");
        SequenceLibrary with = SequenceLibrary.shipped().with(ours);
        assertThat(with.all()).hasSize(SequenceLibrary.shipped().all().size() + 1).contains(ours.getFirst());
        List<ButtonSequence> renamed = MethodFile.accept(METHOD.replace("\"Ours\"", "\"Ten-five-ten\""), "ours.json");
        assertThat(SequenceLibrary.shipped().with(renamed).all()).hasSameSizeAs(SequenceLibrary.shipped().all())
                .contains(renamed.getFirst());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        9.5, "until"                    | 11.1, "until"                   | ends in a restart. You held Side 3.1 s past black
        "seconds": 4                    | "seconds": 9                    | ends in a restart. You held Side and Volume Down together
        "plugged": true                 | "plugged": false                | not connected to the computer
        "SIDE-KEY"                      | "HOME-PHONE"                    | ends where it began.
        ["SIDE"], "seconds": 9.5        | ["TOP"], "seconds": 9.5         | button [TOP] is not on this layout
        "seconds": 9.5                  | "seconds": null                 | a hold says how long
        "release", "buttons": ["SIDE"]     | "release", "buttons": ["VOLUME_UP"] | is let go but was not held
        "seconds": 9.5                  | "seconds": -1                   | [-1.0]
        "Ours"                          | " "                             | has a name
        "goal": "dfu"                   | "goal": "moon"                  | [moon]
        "until": "host-dfu"             | "until": "sunset"               | [sunset]
        "seconds": 8, "until": "host-dfu" | "seconds": null, "until": "slider" | steps[5] waits until the slider
        "from": ["on"                   | "from": [                       | "from" is empty
        "action": "tap", "buttons": ["VOLUME_UP"] | "action": "tap", "buttons": []  | a [tap] names its buttons
        "hold", "buttons": ["VOLUME_DOWN"], "seconds": 8, "until": "host-dfu" | "wait", "buttons": [], "seconds": null, "until": null | a wait says how long
        "buttons": ["SIDE", "VOLUME_DOWN"] | "buttons": ["VOLUME_DOWN"]         | is held and not let go
        """)
    void aMethodThatDoesNotLandIsRefusedWithTheReason(String was, String becomes, String says) {
        assertThat(METHOD).contains(was);
        assertThatThrownBy(() -> MethodFile.accept(METHOD.replace(was, becomes), "ours.json")).isInstanceOf(BadInput.class)
                .hasMessageContaining("ours.json").hasMessageContaining(says);
    }

    @Test
    void aFileIsTakenWholeOrNotAtAll() {
        String one = METHOD.substring(METHOD.indexOf('[') + 1, METHOD.lastIndexOf(']'));
        assertThat(MethodFile.accept("{\"sequences\": [" + one + "," + one.replace("\"Ours\"", "\"Theirs\"") + "]}", "two.json"))
                .extracting(ButtonSequence::method).containsExactly("Ours", "Theirs");
        refused("{\"sequences\": [" + one + "," + one + "]}", "[Ours]", "twice");
        String release = "{\"action\": \"release\", \"buttons\": [\"VOLUME_DOWN\"], \"seconds\": null, \"until\": null}";
        assertThat(METHOD).contains(release);
        refused(METHOD.replace("," + System.lineSeparator(), ",")
                .replace(release, "{\"action\": \"wait\", \"buttons\": [], \"seconds\": 1, \"until\": null}"), "held; add a release");
        refused(METHOD.replace(release, String.join(",",
                java.util.Collections.nCopies(40, "{\"action\": \"wait\", \"buttons\": [], \"seconds\": 1, \"until\": null}"))),
                "steps; 1 to");
        refused(METHOD.replace("\"Ours\"", "\"" + "o".repeat(80) + "\""), "has a name of 1 to");
        refused("{\"sequences\": {}}", "line 1");
    }

    private static void refused(String json, String... says) {
        assertThatThrownBy(() -> MethodFile.accept(json, "two.json")).isInstanceOf(BadInput.class).hasMessageContainingAll(says);
    }

    @Test
    void theShippedMethodsPassTheSameCheck() {
        String all = Json.write(java.util.Map.of("sequences", SequenceLibrary.shipped().all()));
        assertThat(MethodFile.accept(all, "shipped")).as("warnings are written as they are said")
                .usingRecursiveFieldByFieldElementComparatorIgnoringFields("cautions").isEqualTo(SequenceLibrary.shipped().all());
    }

    @Test
    void everyGoalOfEveryModelHasASequenceOrAnAlternativeWhenAKeyIsBroken() {
        SequenceLibrary library = SequenceLibrary.shipped();
        for (DeviceModel model : DeviceCatalogue.shipped().models()) {
            for (Goal goal : Goal.values()) {
                assertThat(library.of(model, goal)).as(model + " " + goal).isNotEmpty();
                for (DeviceButton broken : EnumSet.allOf(DeviceButton.class)) {
                    assertThat(library.of(model, goal, Set.of(broken))).allSatisfy(s -> assertThat(s.buttons()).doesNotContain(broken));
                }
                assertThat(SequenceLibrary.instead(goal).says()).asString().isNotBlank();
            }
        }
        DeviceModel se = DeviceCatalogue.shipped().search("iPhone14,6").getFirst();
        assertThat(library.of(se, Goal.POWER_OFF, Set.of(DeviceButton.VOLUME_UP))).extracting(ButtonSequence::method)
                .as("with one Volume key broken the other serves").containsExactly("Side alone", "Side and Volume");
        assertThat(library.of(se, Goal.POWER_OFF, Set.of(DeviceButton.SIDE))).isEmpty();
        DeviceModel thirteen = DeviceCatalogue.shipped().search("iPhone14,5").getFirst();
        assertThat(library.of(thirteen, Goal.POWER_OFF)).extracting(ButtonSequence::method)
                .containsExactly("Side and Volume", "Side and Volume Up", "Taps then Side");
    }

    /** Common practice: the bench's table of what is seen and what it means. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        DFU      | BLACK        | DFU      | true  | done
        DFU      | BLACK        | NOTHING  | false | not there yet
        DFU      | BOOT_LOGO    | NOTHING  | false | power button too long
        DFU      | LOCK_SCREEN  | NORMAL   | false | too early
        DFU      | CABLE_SCREEN | RECOVERY | false | not DFU
        RECOVERY | CABLE_SCREEN | RECOVERY | true  | done
        RECOVERY | NO_REACTION  | NOTHING  | false | battery is empty
        """)
    void theTableNamesTheState(Goal goal, Reading.Sight seen, ComputerSees computer, boolean success, String says) {
        assertThat(Reading.of(goal, seen, computer)).satisfies(r -> {
            assertThat(r.success()).isEqualTo(success);
            assertThat(r.state()).asString().contains(says);
        });
    }

    @Test
    void thereIsAReadingForEverything() {
        for (Goal goal : Goal.values()) {
            for (Reading.Sight seen : Reading.Sight.values()) {
                for (ComputerSees computer : ComputerSees.values()) {
                    assertThat(Reading.of(goal, seen, computer).next()).asString().isNotBlank();
                }
            }
        }
    }

    /** What the computer offers and a black screen, against the table of common practice: the words of the computer decide nothing. */
    @ParameterizedTest
    @CsvSource({"UPDATE_AND_RESTORE, CABLE_SCREEN, RECOVERY", "RESTORE_ONLY, BLACK, DFU", "RESTORE_ONLY, CABLE_SCREEN, RECOVERY",
        "TRUST, LOCK_SCREEN, NORMAL", "WELCOME, LOCK_SCREEN, NORMAL", "NOTHING, BLACK, NOTHING", "ERROR, BLACK, NOTHING"})
    void whatIsOfferedAndTheScreenTellTheModesApart(Offer offer, Reading.Sight seen, ComputerSees has) {
        assertThat(offer.sees(seen == Reading.Sight.BLACK)).isEqualTo(has);
        assertThat(Reading.of(Goal.DFU, seen, has).success()).as("DFU is reached").isEqualTo(has == ComputerSees.DFU);
    }
}
