package wistaxis.core.ticket;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mistake;
import wistaxis.core.buttons.Reading;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;

/** What the ledger keeps in place of sentences: keys with values; sentences of before, and keys that nobody knows, are shown all the same. */
class SaidTest {
    /** An entry as it was written by any Wistaxis, and what a person reads. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', value = {
        "{'type':'mode-lost','why':'it left at 10:12, said Bo'} | The device left its mode: it left at 10:12, said Bo",
        "{'type':'mode-lost','why':{'key':'other-mode','mode':'dfu'}} | The device left its mode: it is in DFU mode now",
        "{'type':'mode-lost','why':{'key':'of-tomorrow','b':'2','a':'1'}} | The device left its mode: of tomorrow [1, 2]",
        "{'type':'closed','outcome':'handed over'} | Closed: handed over",
        "{'type':'closed','outcome':{'key':'restored','version':'31.10'}} | Closed: restored to 31.10, handed over",
        "{'type':'closed','outcome':{'key':'to-hardware','tried':'recovery-update:did-not-help,dfu-restore:nothing'}} "
            + "| Closed: to the hardware bench; tried: Update from recovery (did not help) and Restore from DFU mode (no result recorded)",
        "{'type':'closed','outcome':{'key':'to-hardware','tried':''}} | Closed: to the hardware bench; nothing was tried",
        "{'type':'closed','outcome':{'key':'done','step':'buying-check','data':'kept'}} | Closed: Purchase check, handed over",
        "{'type':'restore-stopped','why':{'key':'program-ended-writing'},'writing':true} "
            + "| Restore stopped: Wistaxis ended while the device was being written; the state of the device is not known",
        "{'type':'keys-attempted','school':'s','goal':'dfu','succeeded':false,'says':{'key':'mistake','id':'none-such'},'timing':[]} "
            + "| Buttons: s did not work. mistake [none-such]"})
    void whatWasWrittenIsRead(String event, String words) {
        String body = "{'event':" + event + "}";
        TicketEvent read = TicketEvent.parse(body.replace('\'', '"'), "entry");
        assertThat(EventWords.of(read)).isEqualTo(words);
        assertThat(TicketEvent.parse(read.toJson(), "again")).isEqualTo(read);
    }

    /** What comes of keys is kept with its numbers, and says the same later. */
    @Test
    void mistakesAndReadingsSayTheSameLater() {
        Mistake mistake = new Mistake("released-at-logo", DeviceButton.SIDE, 11.83, 0);
        assertThat(EventWords.of(mistake.said())).isEqualTo(mistake.says()).asString().contains("Side").contains("11.8 s");
        for (Goal goal : Goal.values()) {
            Arrays.stream(Reading.Sight.values()).forEach(s -> Stream.of(ComputerSees.values()).forEach(h -> assertThat(EventWords.of(Reading
                    .said(goal, s, h))).isEqualTo(Reading.of(goal, s, h).state())));
        }
    }

    @Test
    void whatIsNeitherIsRefused() {
        for (Object bad : List.of("5", "[]", "{}", "{\"key\":5}", "{\"key\":\"x\",\"a\":{}}")) {
            assertThatThrownBy(() -> TicketEvent.parse("{\"event\":{\"type\":\"mode-lost\",\"why\":" + bad + "}}", "entry"))
                    .as("%s", bad).isInstanceOf(BadInput.class);
        }
        assertThat(Said.of("host-has-it", "mode", "recovery").with()).isEqualTo(Map.of("mode", "recovery"));
    }
}
