package wistaxis.core.facts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.MethodFile;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Simulation;
import wistaxis.core.buttons.Start;
import wistaxis.core.buttons.Trace;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.practice.Chance;
import wistaxis.core.practice.Timing;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.RouteContext;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.signing.SigningAnswer;
import wistaxis.core.signing.SigningRequest;
import wistaxis.core.ticket.TicketEvent;

/**
 * Every shape of JSON that comes from outside, with every value of it replaced: it is read and can be used, or it is refused in words.
 * Nothing else.
 */
class HostileJsonTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");
    private static final DeviceCatalogue DEVICES = DeviceCatalogue.shipped();
    private static final SequenceLibrary METHODS = SequenceLibrary.shipped();
    private static final RoutePlanner PLANNER = RoutePlanner.shipped(DEVICES, METHODS);

    private static final String TRACE =
            "{\"start\":\"on\",\"plugged\":true,\"events\":[{\"at\":0.0,\"event\":\"down\",\"button\":\"VOLUME_UP\"},{\"at\":5,\"event\":\"unplug\"}],\"until\":60}";
    private static final String HAND =
            "{\"name\":\"a\",\"light\":{\"mean\":0.19,\"spread\":0.04},\"tone\":{\"mean\":0.15,\"spread\":0.03},\"cued\":{\"mean\":0.02,\"spread\":0.08},\"drift\":0.075,\"overlap\":0.06,"
            + "\"tap\":{\"mean\":0.25,\"spread\":0.08}}";
    private static final String METHOD =
            "{\"sequences\":[{\"method\":\"Ours\",\"family\":\"SIDE-KEY\",\"goal\":\"force-restart\",\"from\":[\"on\"],\"plugged\":false,\"minority\":false,\"provenance\":\"ours\",\"source\":\"the shop\","
            + "\"cautions\":[\"mind\"],\"models\":[\"iPhone "
            + "13\"],\"steps\":[{\"action\":\"tap\",\"buttons\":[\"VOLUME_UP\"],\"seconds\":0.3,\"until\":null},{\"action\":\"tap\",\"buttons\":[\"VOLUME_DOWN\"],\"seconds\":0.3,"
            + "\"until\":null},{\"action\":\"hold\",\"buttons\":[\"SIDE\"],\"seconds\":null,\"until\":\"boot-logo\"},{\"action\":\"release\",\"buttons\":[\"SIDE\"],\"seconds\":null,\"until\":null}]}]}";
    private static final String BUILD =
            "{\"identifiers\":[\"iPhone13,2\"],\"version\":\"31.10\",\"build\":\"31K88\",\"released\":\"2026-05-03\",\"sizeBytes\":1000,\"sha256\":\"" + "a".repeat(64)
            + "\",\"path\":\"/packages/x.zip\",\"signed\":true,\"signedUntil\":\"2026-06-01T00:00:00Z\"}";
    private static final String CATALOGUE = "{\"format\":\"wistaxis-firmware\",\"version\":1,\"builds\":[{\"build\":" + BUILD
            + ",\"askedAt\":\"2026-05-12T08:00:00Z\"}]}";
    private static final String CASE =
            "{\"device\":\"iPhone13,2\",\"trouble\":\"disabled\",\"wrongTries\":8,\"installedVersion\":\"31.9\",\"targetVersion\":\"31.10\",\"backups\":[{\"kind\":\"cloud\",\"version\":\"31.9\","
            + "\"at\":\"2026-05-01\"}],\"watch\":true,\"watchVersion\":\"12.1\",\"ownership\":\"proved\",\"battery\":\"ok\",\"brokenKeys\":[\"SIDE\"],\"tried\":[\"charge\"],\"consent\":true,\"imei\":\"356958031648321\"}";

    static Stream<Arguments> readers() {
        return Stream.of(reader("trace", TRACE, t -> new Simulation(DEVICES.family(ButtonLayout.SIDE_KEY)).run(Trace.parse(t, "x.json"))),
                reader("hand", HAND, t -> Chance.of(METHODS.all().getFirst(),
                new DeviceMachine(DEVICES.family(METHODS.all().getFirst().family())), METHODS.all().getFirst().from().getFirst(),
                Timing.parse(t, "x.json"), true, 1, 3)),
                reader("school", METHOD, t -> METHODS.with(MethodFile.accept(t, "x.json"))),
                reader("catalogue", CATALOGUE, t -> FirmwareCatalogue.parseImport(t, "x.json", NOW)
                .refreshed("iPhone13,2", List.of(), NOW, Set.of()).toJson()),
                reader("builds", "[" + BUILD + "]", t -> Json.readList(t, Build.class, "x.json").forEach(b -> b.signedAt(NOW))),
                reader("case", CASE, t -> PLANNER.plan(CaseFacts.parse(t, "x.json"), RouteContext.NONE)),
                reader("signing answer", "{\"granted\":true,\"statement\":\"s\",\"signature\":\"AA==\",\"reason\":null}",
                t -> Json.read(t, SigningAnswer.class, "x.json")),
                reader("signing request", "{\"identifier\":\"iPhone13,2\",\"build\":\"31K88\",\"nonce\":\"" + "0".repeat(32) + "\"}",
                t -> Json.read(t, SigningRequest.class, "x.json").statement()),
                reader("event",
                "{\"event\":{\"type\":\"keys-attempted\",\"school\":\"s\",\"goal\":\"dfu\",\"succeeded\":true,\"says\":\"x\",\"timing\":[{\"at\":1,\"event\":\"down\",\"key\":\"SIDE\"}]}}",
                        t -> TicketEvent.parse(t, "x.json").toJson()));
    }

    private static Arguments reader(String name, String good, Consumer<String> use) {
        return Arguments.of(name, good, use);
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("readers")
    void whateverIsPutInAnyPlaceIsUsedOrRefusedInWords(String name, String good, Consumer<String> use) {
        use.accept(good);
        int refused = 0;
        List<Hostile.Text> all = Hostile.of(good);
        for (Hostile.Text t : all) {
            try {
                use.accept(t.json());
            } catch (BadInput e) {
                refused++;
                assertThat(e.getMessage()).as("%s %s", t.where(), t.what()).isNotBlank().doesNotContain("com.fasterxml")
                        .doesNotContain("java.").doesNotContain("NullPointer").doesNotContain("wistaxis.core").hasSizeLessThan(3000);
                assertThat(e.getMessage().codePoints().filter(Shown::isUnprintable).filter(c -> c != '\n'))
                        .as("%s %s: %s", t.where(), t.what(), e.getMessage()).isEmpty();
            } catch (RuntimeException e) {
                throw new AssertionError(name + ", " + t.where() + " replaced by " + t.what() + ": " + e, e);
            }
        }
        assertThat(refused).as("of %d", all.size()).isGreaterThan(all.size() / 2);
    }

    /** Null is a missing field, and each is named. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"start|null", "events|null", "until|null"})
    void nullIsMissing(String field, String value) {
        String json = TRACE.replaceFirst("\"" + field + "\":(\\[.*?\\]|\"[a-z]*\"|[0-9]+)", "\"" + field + "\":" + value);
        assertThat(json).contains("\"" + field + "\":null");
        assertThatThrownBy(() -> Trace.parse(json, "trace.json")).isInstanceOf(BadInput.class).hasMessageStartingWith("trace.json")
                .hasMessageContaining(field);
    }

    @Test
    void aMarkIsPassedOverAndOtherEncodingsAreNamed() {
        assertThat(Json.read("\uFEFF" + TRACE, Trace.class, "t").start()).isEqualTo(Start.ON);
        assertThat(Utf8.read(("\uFEFF" + TRACE).getBytes(StandardCharsets.UTF_8), "t")).isEqualTo(TRACE);
        assertThatThrownBy(() -> Utf8.read(TRACE.getBytes(StandardCharsets.UTF_16), "t.json")).isInstanceOf(BadInput.class)
                .hasMessageContaining("t.json").hasMessageContaining("UTF-16");
        assertThatThrownBy(() -> Utf8.read(TRACE.getBytes(StandardCharsets.UTF_16LE), "t.json")).isInstanceOf(BadInput.class)
                .hasMessageContaining("UTF-16");
        assertThatThrownBy(() -> Utf8.read("gr\u00fcn".getBytes(StandardCharsets.ISO_8859_1), "t.json")).isInstanceOf(BadInput.class)
                .hasMessageContaining("byte [2] is not UTF-8");
        assertThatThrownBy(() -> Utf8.read(new byte[700], "t.json")).isInstanceOf(BadInput.class);
        assertThatThrownBy(() -> Utf8.read(" \n".repeat(50).getBytes(StandardCharsets.UTF_8), "t.json")).isInstanceOf(BadInput.class)
                .hasMessageContaining("file is empty");
        assertThatThrownBy(() -> Json.read("[".repeat(100_000), Trace.class, "deep.json")).isInstanceOf(BadInput.class)
                .hasMessageContaining("deep.json");
    }

    /** An import from the future is refused; a catalogue of our own from the future never beats what a library says now. */
    @Test
    void theFutureIsNoAuthority() {
        assertThatThrownBy(() -> FirmwareCatalogue.parseImport(CATALOGUE.replace("2026-05-12T08", "2099-01-01T00"), "c.json", NOW))
                .isInstanceOf(BadInput.class).hasMessageContaining("[31K88]").hasMessageContaining("2099");
        FirmwareCatalogue poisoned = FirmwareCatalogue.parse(CATALOGUE.replace("2026-05-12T08", "2099-01-01T00"), "c.json");
        Build truth = Json.read(BUILD.replace("\"signed\":true", "\"signed\":false"), Build.class, "b");
        assertThat(poisoned.refreshed("iPhone13,2", List.of(truth), NOW, Set.of()).byKey("a".repeat(64))).hasValueSatisfying(l -> {
            assertThat(l.build().signed()).isFalse();
            assertThat(l.askedAt()).isEqualTo(NOW);
        });
    }

    @ParameterizedTest
    @CsvSource({"/../../x", "..", "a/b", "a..b", ".a", "''", "con:", "x y", "31\u001bK88"})
    void aBuildsNameLeadsNowhere(String name) {
        assertThatThrownBy(() -> Names.build(name)).isInstanceOf(BadInput.class);
        assertThatThrownBy(() -> Json.read(BUILD.replace("\"31K88\"", "\"" + name.replace("\u001b", "\\u001b") + "\""), Build.class, "b"))
                .isInstanceOf(BadInput.class);
    }

    @ParameterizedTest
    @CsvSource({"file:///etc/passwd", "http://elsewhere/x", "//elsewhere/x", "/../x", "/a/../../x", "x", "''", "/a b", "/a?b", "/a#b"})
    void aBuildsPathStaysAtItsLibrary(String path) {
        assertThatThrownBy(() -> Json.read(BUILD.replace("/packages/x.zip", path), Build.class, "b")).isInstanceOf(BadInput.class)
                .hasMessageContaining("Path [");
    }

    /** Two names that differ never share a file, and none is a device's or leads elsewhere. */
    @Test
    void namesOfFilesAreToldApart() {
        List<String> people = List.of("Robin", "robin ", "\u0410\u043d\u043d\u0430", "\u0418\u0432\u0430\u043d", "\u5f20\u4f1f", "../x",
                "a/b", "a-b", "a b", "CON", "nul.txt", "x".repeat(300), "x".repeat(301), "\u202e");
        assertThat(people.stream().map(Names::file)).doesNotHaveDuplicates().allMatch(Names::isPortable)
                .allMatch(n -> n.matches("[A-Za-z0-9-]+"));
        assertThat(Names.file("Robin")).isEqualTo("Robin");
    }
}
