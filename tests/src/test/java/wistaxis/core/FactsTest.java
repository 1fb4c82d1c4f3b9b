package wistaxis.core;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.route.Intake;
import wistaxis.core.route.RoutePlanner;

/** Every fact file fits its schema, and what the facts name exists. */
class FactsTest {
    private static final Path FACTS = Path.of("../core/src/main/resources/wistaxis/facts");
    private static final ObjectMapper MAPPER = new ObjectMapper();

    static List<Path> files() throws IOException {
        try (Stream<Path> list = Files.list(FACTS)) {
            return list.sorted().toList();
        }
    }

    @ParameterizedTest
    @MethodSource("files")
    void fitsItsSchema(Path file) throws IOException {
        assertThat(schema(file.getFileName().toString().replace(".json", "")).validate(MAPPER.readTree(file.toFile()))).isEmpty();
    }

    @Test
    void aFactWithoutProvenanceIsCaught() throws IOException {
        JsonNode devices = MAPPER.readTree(FACTS.resolve("devices.json").toFile());
        ((com.fasterxml.jackson.databind.node.ObjectNode) devices.get("devices").get(3)).remove("provenance");
        assertThat(schema("devices").validate(devices)).anySatisfy(m -> assertThat(m.getMessage()).contains("provenance"));
    }

    @Test
    void whatRulesAndSequencesNameExists() throws IOException {
        RoutePlanner planner = RoutePlanner.shipped(DeviceCatalogue.shipped(), SequenceLibrary.shipped());
        Set<String> inferred = Set.of("device", "family", "tries", "triesForButton", "keysForRestart", "keysForRecovery", "keysForDfu",
                "otherSchool", "otherSchoolDfu", "recoveryTried",
                "hardwareSuspected", "targetSaid", "targetSigned", "backup", "backupKind", "backupFits", "newestBackup", "move",
                "watchAhead", "watchKnown", "backupMade", "targetTest", "failedAt", "consent", "damage", "prefer.waiting", "touch",
                "display", "dataPort", "signedOut", "leaves", "cameUp", "mayOpen", "triedDfu", "asksBattery",
                "mayShowButton", "accountHolds", "accountLacks");
        Intake intake = Intake.shipped();
        JsonNode routes = MAPPER.readTree(FACTS.resolve("routes.json").toFile());
        for (JsonNode rule : routes.get("rules")) {
            rule.get("steps").forEach(s -> planner.step(s.asText()));
            rule.get("when").fieldNames().forEachRemaining(f -> assertThat(inferred.contains(f) || intake.knows(f))
                    .as("rule %s: %s", rule.get("id"), f).isTrue());
        }
        routes.get("routes").forEach(l -> l.get("steps").forEach(s -> planner.step(s.asText())));
        intake.questions().forEach(q -> assertThat(q.when().keySet()).allMatch(f -> inferred.contains(f) || intake.knows(f)));
        DeviceCatalogue devices = DeviceCatalogue.shipped();
        SequenceLibrary.shipped().all().forEach(s -> s.steps().forEach(step -> step.buttons().forEach(button -> assertThat(devices.models())
                .filteredOn(m -> m.family() == s.family()).as("%s %s", s.method(), button)
                .anyMatch(m -> m.body().buttons().stream().anyMatch(k -> k.button() == button)))));
    }

    private static JsonSchema schema(String name) throws IOException {
        return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(Files.readString(Path.of("../core/src/main/resources/wistaxis/schema/" + name + ".schema.json")));
    }
}
