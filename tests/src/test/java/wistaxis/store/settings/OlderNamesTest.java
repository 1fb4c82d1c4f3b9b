package wistaxis.store.settings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.MethodFile;
import wistaxis.core.buttons.Trace;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.store.ledger.DataFolder;

/** What was written before things had the names of today opens as it did. */
class OlderNamesTest {
    private static final String METHOD = """
        {"sequences": [{"method": "Ours", "family": "SIDE-KEY", "goal": "force-restart", "from": ["on"], "plugged": false, "minority": false,
          "provenance": "ours", "source": "the shop", "cautions": [], "steps": [
          {"action": "tap", "buttons": ["VOLUME_UP"], "seconds": 0.3, "until": null},
          {"action": "tap", "buttons": ["VOLUME_DOWN"], "seconds": 0.3, "until": null},
          {"action": "hold", "buttons": ["SIDE"], "seconds": null, "until": "boot-logo"},
          {"action": "release", "buttons": ["SIDE"], "seconds": null, "until": null}]}]}
        """;
    private static final String TRACE = """
        {"start": "on", "plugged": true, "events": [{"at": 0.0, "event": "down", "button": "VOLUME_UP"}], "until": 60}""";

    @TempDir
    private Path folder;

    @Test
    void methodsTracesAndSettingsAreReadUnderBothNames() throws IOException {
        assertThat(MethodFile.accept(METHOD.replace("\"method\"", "\"school\"").replace("\"buttons\"", "\"keys\""), "old.json"))
                .isEqualTo(MethodFile.accept("{\"format\": 2, " + METHOD.strip().substring(1), "new.json"));
        assertThat(Trace.parse(TRACE.replace("\"button\"", "\"key\""), "old.json")).isEqualTo(Trace.parse(TRACE, "new.json"));
        Path file = Files.writeString(folder.resolve("settings.json"),
                "{\"preferences\":{},\"holidays\":\"gb-eng\",\"modeWindow\":\"12min\",\"schools\":{\"SIDE-KEY/dfu\":\"Ours\"}}");
        Settings read = Settings.read(file, _ -> { }).value();
        assertThat(read.recoveryTimeout()).isEqualTo("12min");
        assertThat(read.methods()).isEqualTo(Map.of("SIDE-KEY/dfu", "Ours"));
        assertThat(Json.write(read)).contains("\"recoveryTimeout\"", "\"methods\"").doesNotContain("modeWindow", "schools");
    }

    @Test
    void aNewerFormatIsSaid() {
        assertThatThrownBy(() -> MethodFile.read("{\"format\": 3, " + METHOD.strip().substring(1), "new.json")).isInstanceOf(BadInput.class)
                .hasMessageContaining("[3]").hasMessageContaining("up to 2");
    }

    @Test
    void aFolderFromBeforeKeepsItsFileNames() throws IOException {
        DataFolder data = new DataFolder(folder);
        assertThat(data.firmwareFolder()).hasFileName("firmware");
        assertThat(data.methods()).hasFileName("methods.json");
        Files.createDirectory(folder.resolve("packages"));
        Files.createFile(folder.resolve("schools.json"));
        Files.createFile(folder.resolve("shelf.json"));
        assertThat(data.firmwareFolder()).hasFileName("packages");
        assertThat(data.methods()).hasFileName("schools.json");
        assertThat(data.firmwareFolderIndex()).hasFileName("shelf.json");
        Files.createDirectory(folder.resolve("firmware"));
        assertThat(data.firmwareFolder()).hasFileName("firmware");
    }
}
