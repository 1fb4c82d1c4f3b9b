package wistaxis.store.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;

/** A ledger that was written before tickets had attempts, with what the version that wrote it read of it. */
class OldLedgerTest {
    private static final ObjectMapper MAPPER = new ObjectMapper();

    @TempDir
    private Path folder;

    private static InputStream open(String name) {
        return Objects.requireNonNull(OldLedgerTest.class.getResourceAsStream("/ledgers/" + name));
    }

    @Test
    void opensUnchangedAndReadsTheSame() throws IOException {
        Path file = folder.resolve("ledger.db");
        try (InputStream in = open("ledger-0.1.0.db"); InputStream said = open("ledger-0.1.0.json")) {
            Files.copy(in, file);
            List<Ticket> tickets = new ArrayList<>();
            try (Ledger ledger = Ledger.open(file)) {
                assertThat(ledger.check(null, Instant.parse("2026-11-27T00:00:00Z")).findings()).isEmpty();
                for (JsonNode was : MAPPER.readTree(said)) {
                    Ticket now = Ticket.fold(ledger.of(was.get("number").asText()));
                    isTheSame(was, now);
                    tickets.add(now);
                }
            }
            assertThat(tickets).hasSize(20);
            assertThat(tickets).filteredOn(t -> t.title().startsWith("Island school, office tablet")).singleElement()
                    .satisfies(t -> assertThat(t.attempts().getLast().outcome()).as("handed over before anybody was asked")
                    .contains(Attempt.Outcome.HELPED));
            assertThat(tickets).filteredOn(t -> t.title().startsWith("Ferry crew, cook")).singleElement().satisfies(t -> {
                assertThat(t.attempts()).extracting(Attempt::step).containsExactly("force-restart", "recovery-update", "recovery-restore");
                assertThat(t.attempts().getLast().outcome()).contains(Attempt.Outcome.STOPPED);
                assertThat(t.attempts().getLast().stopped()).asString().isEqualTo("the cable came out");
            });
        }
    }

    private static void isTheSame(JsonNode was, Ticket now) {
        assertThat(now.title()).isEqualTo(was.get("title").asText());
        assertThat(MAPPER.convertValue(now.facts(), JsonNode.class)).isEqualTo(was.get("facts"));
        assertThat(MAPPER.convertValue(now.checks(), JsonNode.class)).isEqualTo(was.get("checks"));
        assertThat(MAPPER.convertValue(now.failed(), JsonNode.class)).isEqualTo(was.get("failed"));
        assertThat(now.running()).isEqualTo(was.get("restoreStarted").asBoolean() && was.get("restored").isNull());
        assertThat(now.buttonsTried()).isEqualTo(was.get("keys").asInt());
        String stage = was.get("stage").asText();
        assertThat(now.stage()).as(now.number()).isEqualTo(Stage.valueOf(stage));
        Map<String, String> said = new HashMap<>();
        said.put("identifier", now.identifier());
        said.put("route", now.route());
        said.put("consentBy", now.consent() == null ? null : now.consent().who());
        said.put("build", now.build() == null ? null : now.build().build());
        said.put("provenBuild", now.verifiedBuild());
        said.put("mode", now.mode() == null ? null : now.mode().word());
        said.put("restored", now.restored());
        said.put("closed", now.closed() == null ? null : now.closed().toString());
        said.put("unknownState", now.unknownState() == null ? null : now.unknownState().toString());
        said.forEach((name, value) -> assertThat(value).as(now.number() + " " + name)
                .isEqualTo(was.get(name).isNull() ? null : was.get(name).asText()));
    }
}
