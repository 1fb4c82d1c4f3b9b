package wistaxis.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.standins.StandInFirmware;
import wistaxis.standins.StandInSigner;
import wistaxis.store.ledger.Ledger;

/** The documented commands: JSON on standard output, errors on standard error, exit status 0, 1 or 2. */
class CommandLineTest {
    @TempDir
    private Path folder = Path.of("");

    private record Ran(int status, String out, String err) {
        JsonNode json() throws IOException {
            assertThat(status).as(err).isZero();
            return new ObjectMapper().readTree(out);
        }
    }

    private static Ran run(String... args) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        int status = Called.run(new PrintWriter(out, true), new PrintWriter(err, true), args);
        return new Ran(status, out.toString(), err.toString());
    }

    private String file(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text).toString();
    }

    @Test
    void devicesAndSequencesAreListed() throws IOException {
        JsonNode phone = run("devices", "A2403", "--json").json().get(0);
        assertThat(phone.get("identifier").asText()).isEqualTo("iPhone13,2");
        assertThat(phone.get("family").asText()).isEqualTo("SIDE-KEY");
        JsonNode method = run("sequences", "--device", "iPhone13,2", "--goal", "recovery", "--json").json().get(0);
        assertThat(method.get("method").asText()).isEqualTo("Plugged restart");
        assertThat(method.get("steps").get(4))
                .hasToString("{\"action\":\"hold\",\"buttons\":[\"SIDE\"],\"seconds\":null,\"until\":\"cable-screen\",\"usual\":[20,30]}");
        assertThat(run("sequences", "--device", "A2403", "--goal", "recovery").out()).contains("Keep holding Side")
                .contains("emergency call");
    }

    /** Small ones: that they measure, and that the ratios are those of the rates beside them; how fast it is, is nobody's business here. */
    @Test
    void measurementsAreMadeBesideOtherToolsInOneRun() throws IOException {
        assumeTrue(List.of("curl", "openssl").stream().allMatch(tool -> java.util.Arrays.stream(System.getenv("PATH").split(":"))
                .anyMatch(p -> Files.isExecutable(Path.of(p, tool)))));
        JsonNode line = run("bench", "download", "--size", "3MB", "--rounds", "1", "--json").json();
        assertThat(line.get("bytes").asLong()).isEqualTo(3_000_000);
        assertThat(line.get("toCurl").asDouble()).isCloseTo(line.get("ourArrivalMBs").asDouble() / line.get("curlMBs").asDouble(),
                within(0.001));
        assertThat(line.get("digestCost").asDouble()).isCloseTo(1 - line.get("ourArrivalMBs").asDouble() / line.get("copyMBs").asDouble(),
                within(0.001));
        assertThat(line.get("ourVerifiedMBs").asDouble()).as("proven comes after arrived").isPositive()
                .isLessThanOrEqualTo(line.get("ourArrivalMBs").asDouble());
        JsonNode whole = run("bench", "firmware", "--megabytes", "3", "--rounds", "1", "--json").json();
        assertThat(whole.get("toOpenssl").asDouble()).isCloseTo(whole.get("checkMBs").asDouble() / whole.get("opensslMBs").asDouble(),
                within(0.001));
        JsonNode keys = run("bench", "buttons", "--attempts", "200", "--json").json();
        assertThat(keys).allSatisfy(k -> assertThat(k.get("attemptsPerSecond").asDouble()).isPositive());
    }

    /** Common practice: a phone with a Home key with a ring has a reader of fingers there, one without a Home key looks at faces. */
    @Test
    void aGuideLeavesOutWhatTheDeviceRulesOut() throws IOException {
        assertThat(run("guide", "set-up", "--json").json().get(0).get("steps").findValuesAsText("id")).contains("face", "finger");
        assertThat(run("guide", "set-up", "--device", "iPhone14,5", "--json").json().get(0).get("steps").findValuesAsText("id"))
                .contains("face").doesNotContain("finger");
        assertThat(run("guide", "set-up", "--device", "iPhone10,1", "--json").json().get(0).get("steps").findValuesAsText("id"))
                .contains("finger").doesNotContain("face");
    }

    @Test
    void marginsCardsAndMethodsAreAnswered() throws IOException {
        JsonNode ten = run("margins", "--device", "iPhone14,5", "--goal", "dfu", "--method", "Ten-five-ten", "--seed", "3", "--attempts",
                "500", "--blind", "--json").json().get(0);
        assertThat(ten.get("steps").get(3).get("earliest").asDouble()).isCloseTo(3, within(1e-8));
        assertThat(ten.get("success").asDouble()).isBetween(ten.get("low").asDouble(), ten.get("high").asDouble());
        assertThat(run("margins", "--device", "iPhone14,5", "--goal", "dfu").out())
                .contains("3. Hold Side", "8.00 – 11.00 s", "as long as you like");
        String card = folder.resolve("card.pdf").toString();
        assertThat(run("card", "--family", "home-pad", "--out", card).out()).contains(card);
        assertThat(Files.readString(Path.of(card), java.nio.charset.StandardCharsets.ISO_8859_1)).startsWith("%PDF-");
        JsonNode leave = run("sequences", "--device", "iPhone14,6", "--goal", "leave-recovery", "--broken", "down", "--json").json();
        assertThat(leave).hasSize(1);
        Ran none = run("sequences", "--device", "iPhone14,6", "--goal", "leave-recovery", "--broken", "side", "--json");
        assertThat(none.out().replaceAll("\\s", "")).isEqualTo("[]");
        assertThat(none.err()).contains("drops out by itself");
        String bad = file("own.json", """
            {"sequences": [{"method": "Long", "family": "SIDE-KEY", "goal": "power-on", "from": ["off"], "plugged": true, "minority": false, "provenance": "ours", "source": "here",
             "cautions": [], "steps": [{"action": "hold", "buttons": ["SIDE"], "seconds": 30, "until": null}, {"action": "release", "buttons": ["SIDE"], "seconds": null, "until": null}]}]}""");
        Ran checked = run("method", "check", bad);
        assertThat(checked.status()).isEqualTo(1);
        assertThat(checked.out()).contains("Long, power-on from off: This sequence ends in recovery mode");
        assertThat(run("method", "check", file("good.json", Files.readString(Path.of(bad)).replace("30", "3"))).out())
                .contains("It works.");
    }

    @Test
    void anImeiIsChecked() throws IOException {
        assertThat(run("imei", "35-695803-164832-1", "--json").json())
                .hasToString("{\"imei\":\"356958031648321\",\"valid\":true,\"expectedCheckDigit\":1}");
    }

    @Test
    void aDeviceIsIdentifiedByItsLooks() throws IOException {
        JsonNode first = run("identify", "--json").json();
        assertThat(first.get("candidates")).hasSize(170);
        assertThat(first.get("family").isNull()).isTrue();
        assertThat(first.get("next").get("question").asText()).isEqualTo("length");
        JsonNode seven = run("identify", "--fact", "back=aluminium", "--fact", "home=solid", "--fact", "length=13-14", "--json").json();
        assertThat(seven.get("family").asText()).isEqualTo("VOLUME-DOWN");
        assertThat(seven.get("candidates")).extracting(c -> c.get("name").asText()).containsOnly("iPhone 7");
        assertThat(run("bench", "looks").out()).contains("models                      170").contains("entropy bound");
    }

    @Test
    void aCaseBecomesARoute() throws IOException {
        String facts = """
            {"device": "iPhone13,2", "trouble": "%s", "backups": [{"kind": "cloud", "version": "99.1", "at": "2026-05-01"}], "ownership": "proved",
             "blacklisted": false, "liquid": %s, "battery": "ok", "brokenKeys": [], "tried": []%s}""";
        JsonNode route = run("route", "--practice", "--facts", file("f.json", facts.formatted("looping", "false", "")), "--json").json();
        assertThat(route.get("stop").isNull()).isTrue();
        assertThat(route.get("steps")).extracting(s -> s.get("id").asText()).startsWith("charge", "force-restart")
                .endsWith("dfu-restore", "hardware");
        JsonNode restart = route.get("steps").get(1);
        assertThat(restart.get("status").asText()).isEqualTo("ready");
        assertThat(restart.get("keeps").asBoolean()).isTrue();
        assertThat(restart.get("minutes")).hasToString("[1,3]");
        assertThat(route.get("steps").get(4).get("status").asText()).as("no consent").isEqualTo("blocked");
        assertThat(route.get("backups"))
                .hasToString("[{\"kind\":\"cloud\",\"version\":\"99.1\",\"device\":null,\"sizeBytes\":null,\"fits\":false,\"grey\":true,\"take\":false}]");
        JsonNode wet = run("route", "--practice", "--facts", file("f.json", facts.formatted("looping", "true", "")), "--json").json();
        assertThat(wet.get("stop").get("reason").asText()).contains("dry it");
        assertThat(wet.get("steps")).allMatch(s -> s.get("status").asText().equals("refused"));
        Ran unknown = run("route", "--practice", "--facts", file("f.json", facts.formatted("looping", "false", ", \"mood\": 1")));
        assertThat(unknown.err()).contains("f.json line 2").contains("unknown field [mood]").contains("wrongTries");
        Ran unreadable = run("route", "--practice", "--facts", file("f.json", facts.formatted("disabled", "false", ", \"wrongTries\": 4")));
        assertThat(unreadable.err()).contains("contradict each other").contains("after 4 wrong tries");
        assertThat(unknown.status() + unreadable.status()).isEqualTo(4);
    }

    /** On the real bench nothing is invented: what nobody has told is not known. */
    @Test
    void theRealBenchKnowsWhatItWasTold() throws IOException {
        Ran none = run("firmware", "list", "--device", "A2403", "--data", folder.toString());
        assertThat(none.out()).contains("No build is known for iPhone13,2").contains("firmware import FILE");
        Ran route = run("route", "--facts", file("f.json", "{\"device\": \"iPhone13,2\", \"trouble\": \"looping\"}"), "--data",
                folder.toString());
        assertThat(route.out()).contains("It is not known here which versions are signed.");
    }

    @Test
    void buildsAreListedAndImported() throws IOException {
        JsonNode builds = run("firmware", "list", "--practice", "--device", "A2403", "--data", folder.toString(), "--json").json();
        assertThat(builds.get(1).get("version").asText()).isEqualTo("31.10");
        assertThat(builds.get(1).get("suggested").asBoolean()).isTrue();
        assertThat(builds.get(3).get("reason").asText()).contains("No longer signed");
        Path kept = folder.resolve("firmware.json");
        assertThat(run("firmware", "import", kept.toString(), "--data", folder.resolve("other").toString(), "--json").json().get("builds")
                .asInt()).isEqualTo(5);
        Ran bad = run("firmware", "import", file("bad.json", Files.readString(kept)
                .replace("\"sizeBytes\" : 37600000", "\"sizeBytes\" : \"much\"").replace("31K88\",", "31K88\", \"colour\": 1,")), "--data",
                folder.toString());
        assertThat(bad.status()).isEqualTo(2);
        assertThat(bad.err()).contains("bad.json line").contains("[colour]");
        assertThat(Files.readString(kept)).as("nothing is half taken in").doesNotContain("colour");
    }

    @Test
    void aFirmwareFileIsCheckedAndItsExitStatusTells() throws IOException {
        Path good = folder.resolve("good.zip");
        new StandInFirmware(List.of("iPhone13,2"), "31.10", "31K88", Map.of("boot/kernel.img", new byte[70_000]))
                .write(good, new StandInSigner());
        JsonNode verified = run("verify", "--practice", good.toString(), "--device", "iPhone13,2", "--json").json();
        assertThat(verified.get("verdict").asText() + verified.get("parts").asInt() + verified.get("products").get(0).asText())
                .isEqualTo("proven1iPhone13,2");
        assertThat(run("verify", "--practice", good.toString(), "--quick", "--json").json().get("verdict").asText())
                .isEqualTo("well-formed");
        Ran other = run("verify", "--practice", good.toString(), "--device", "iPhone14,5", "--json");
        assertThat(other.status()).isEqualTo(1);
        assertThat(new ObjectMapper().readTree(other.out()).get("verdict").asText()).isEqualTo("not-for-this-device");
        assertThat(run("verify", file("b.zip", "no package")).out()).startsWith("damaged: ");
    }

    /** Common practice: 1.54 GB at 6.8 to 7.6 Mbit/s takes 27 to 30 min; the mode first needs one re-entry. */
    @Test
    void theWindowIsReckoned() throws IOException {
        JsonNode w = run("timeout", "--size", "1.54GB", "--rate", "7.2Mbit/s", "--json").json();
        assertThat(w.get("downloadSeconds").asDouble()).isBetween(27 * 60.0, 30 * 60.0);
        assertThat(w.get("modeFirst").get("reentries").asInt()).isEqualTo(1);
        assertThat(w.get("fileFirst").get("reentryAt")).isEmpty();
        assertThat(w.get("recommend").asText()).isEqualTo("fileFirst");
        assertThat(run("timeout", "--size", "1.54GB", "--rate", "7.2Mbit/s", "--lock-out", "60min").out())
                .contains("mode first: no re-entry");
    }

    @Test
    void aTraceIsSimulated() throws IOException {
        String trace = """
            {"start":"disabled","plugged":true,"events":[{"at":0.0,"event":"down","button":"VOLUME_UP"},{"at":0.3,"event":"up","button":"VOLUME_UP"},
             {"at":0.6,"event":"down","button":"VOLUME_DOWN"},{"at":0.9,"event":"up","button":"VOLUME_DOWN"},{"at":1.2,"event":"down","button":"SIDE"},
             {"at":%s,"event":"up","button":"SIDE"}],"until":60}""";
        JsonNode landed = run("simulate", "--device", "iPhone13,2", "--trace", file("t.json", trace.formatted("22.0")), "--json").json();
        assertThat(landed.get("mode").asText()).isEqualTo("recovery");
        assertThat(landed.get("computer").asText()).isEqualTo("recovery");
        assertThat(landed.get("history").get(0)).hasToString("{\"at\":0.0,\"screen\":\"disabled-screen\",\"computer\":\"normal\"}");
        JsonNode missed = run("simulate", "--device", "iPhone13,2", "--trace", file("t.json", trace.formatted("13.0")), "--json").json();
        assertThat(missed.get("mode").asText()).isEqualTo("on");
        assertThat(missed.get("explanation").asText()).contains("boot logo");
        Ran bad = run("simulate", "--device", "iPhone13,2", "--trace",
                file("t.json", trace.formatted("22.0").replace("\"button\":\"SIDE\"}],", "\"button\":\"POWER\"}],")));
        assertThat(bad.status()).isEqualTo(2);
        assertThat(bad.out()).isEmpty();
        assertThat(bad.err()).contains("t.json line 3").contains("[POWER]").contains("VOLUME_DOWN");
    }

    /**
     * From outside: what {@code sequences} says, done by whoever reads only that, is played by {@code simulate}; every device family and
     * every goal. Waits for what is seen are bridged by common figures.
     */
    @ParameterizedTest
    @org.junit.jupiter.params.provider.ValueSource(strings = {"iPhone8,1", "iPhone9,1", "iPhone14,5", "iPad12,1", "iPad13,1"})
    void whatSequencesSayIsWhatSimulateDoes(String device) throws IOException {
        Map<String, String> starts = Map.of("power-on", "off", "leave-recovery", "recovery", "leave-dfu", "dfu");
        Map<String, String> modes = Map.of("power-off", "off", "recovery", "recovery", "dfu", "dfu");
        for (String goal : List.of("power-off", "power-on", "force-restart", "recovery", "leave-recovery", "dfu", "leave-dfu")) {
            JsonNode methods = run("sequences", "--device", device, "--goal", goal, "--json").json();
            assertThat(methods).as(goal).isNotEmpty();
            JsonNode method = methods.get(0);
            String trace = trace(method.get("steps"), starts.getOrDefault(goal, "on"));
            JsonNode end = run("simulate", "--device", device, "--trace", file("t.json", trace), "--json").json();
            assertThat(end.get("mode").asText()).as("%s by %s: %s", goal, method.get("method").asText(), trace)
                    .isEqualTo(modes.getOrDefault(goal, "on"));
            boolean started = end.get("history").findValuesAsText("screen").contains("boot-logo");
            assertThat(started).as("%s: whether it has started anew", goal).isEqualTo(!goal.equals("power-off") && !goal.equals("dfu"));
            assertThat(end.get("explanation").asText()).as(goal).doesNotContain("wrong", "too ");
        }
    }

    /**
     * Seconds that a hand waits for what is to be seen: black after 10, the logo 3.5 later, or after 13 where the screen was black from
     * the start, cable screen and computer 10 later, the slider after 3.5.
     */
    private static final Map<String, Double> SEEN = Map.of("black", 10.0, "boot-logo", 3.5, "cable-screen", 10.0, "host-recovery", 10.0,
            "host-dfu", 6.0, "host-lost", 9.0, "slider", 3.5);

    private static String trace(JsonNode steps, String start) {
        StringBuilder events = new StringBuilder();
        java.util.Set<String> down = new java.util.LinkedHashSet<>();
        double at = 0;
        for (JsonNode step : steps) {
            List<String> keys = new java.util.ArrayList<>();
            step.get("buttons").forEach(k -> keys.add(k.asText()));
            double length = step.get("seconds").isNull() ? SEEN.getOrDefault(step.get("until").asText(), 0.0) : step.get("seconds")
                    .asDouble();
            boolean fromBlack = start.equals("dfu") && step.get("until").asText().equals("boot-logo");
            switch (step.get("action").asText()) {
                case "tap" -> {
                    event(events, at, "down", keys);
                    event(events, at + 0.2, "up", keys);
                    at += 0.5;
                }
                case "hold" -> {
                    event(events, at, "down", keys.stream().filter(down::add).toList());
                    at += fromBlack ? 13 : length;
                }
                case "release" -> {
                    event(events, at, "up", keys.stream().filter(down::remove).toList());
                    at += 0.01;
                }
                case "wait" -> at += length;
                default -> {
                    events.append(String.format(java.util.Locale.ROOT, "{\"at\":%.2f,\"event\":\"%s\"},", at, step.get("action").asText()));
                    at += 0.5;
                }
            }
        }
        event(events, at, "up", List.copyOf(down));
        return String.format(java.util.Locale.ROOT, "{\"start\":\"%s\",\"plugged\":true,\"events\":[%s],\"until\":%.2f}", start,
                events.substring(0, events.length() - 1), at + 20);
    }

    private static void event(StringBuilder events, double at, String what, List<String> keys) {
        keys.forEach(k -> events.append(String.format(java.util.Locale.ROOT, "{\"at\":%.2f,\"event\":\"%s\",\"button\":\"%s\"},", at, what,
                k)));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        fly                                               | 2 | fly
        devices A0000                                     | 2 | answer questions about its looks
        identify --fact smell=roses                       | 2 | [smell]
        identify --fact front                             | 2 | NAME=VALUE
        identify --fact front=notch --fact home=travels   | 1 | contradict each other
        route --facts /no/such.json                       | 2 | no such file
        route --facts pom.xml --prefer remote=never       | 2 | computer-first
        bench                                             | 2 | wistaxis bench looks
        sequences --device iPhone13,2 --goal moon         | 2 | [moon]
        sequences --device iPhone13,2 --goal power-off --broken side | 1 | shut-down entry at the bottom of the general settings
        sequences --device 12 --goal recovery             | 2 | iPhone13,1
        simulate --device iPhone13,2                      | 2 | --trace
        simulate --device iPhone13,2 --trace /no/such.json| 2 | no such file
        imei 35695803164832                               | 2 | 14 digits
        imei 111111111111111                              | 1 | misread
        window --size 1540000000 --rate 7Mbit/s           | 2 | 1.54GB
        window --size 1GB --rate 7                        | 2 | 7.2Mbit/s
        window --size 1GB --rate 1Mbit/s --window 2s      | 2 | more than 500 times
        package /no/such.zip                              | 2 | no such file
        firmware                                          | 2 | firmware list
        firmware list --device 12                         | 2 | iPhone13,1
        ledger                                            | 2 | verify, export
        ledger verify --data /no/such/folder              | 2 | --data
        sequences --device iPhone13,2 --goal dfu --broken nose | 2 | [nose]
        margins --device iPhone13,2 --goal dfu --school Nine | 2 | [Nine]
        margins --device iPhone13,2 --goal dfu --attempts 0 | 2 | [0]
        card --family WATCH --out /tmp/c.pdf              | 2 | [WATCH]
        card --family SIDE-KEY --out /no/such/c.pdf       | 1 | [/no/such/c.pdf]
        school check /no/such/file                        | 2 | there is no such file
        ledger export --format xml                        | 2 | xml
        """)
    void badUseIsSaidOnStandardError(String args, int status, String says) {
        Ran ran = run(args.strip().split(" "));
        assertThat(ran.err()).contains(says);
        assertThat(ran.status()).isEqualTo(status);
        assertThat(ran.out()).isEmpty();
    }

    /** Names of the version before work once more and say what they are called now; help and answers come in either language. */
    @Test
    void namesOfBeforeWorkAndAnswersComeInEitherLanguage() {
        Ran before = run("walk", "set-up", "--json");
        assertThat(before.status()).isZero();
        assertThat(before.err()).contains("\"walk\" is now \"guide\"");
        assertThat(before.out()).isEqualTo(run("guide", "set-up", "--json").out());
        assertThat(run("margins", "--device", "iPhone14,5", "--goal", "dfu", "--school", "Ten-five-ten", "--attempts", "20").err())
                .contains("\"--school\" is now \"--method\"");
        assertThat(run("--language", "de", "figures", "--help").out()).contains("Zahlen der Werkstatt", "95-%-Intervall",
                "Diese Hilfe zeigen", "Aufruf: ");
        assertThat(run("--language", "de", "imei", "12").err()).contains("IMEI [12]", "Ziffern");
        assertThat(run("--language", "xx", "devices")).satisfies(r -> {
            assertThat(r.status()).isEqualTo(2);
            assertThat(r.err()).contains("[xx]", "en and de");
        });
    }

    @Test
    void theLedgerIsVerifiedAndExported() throws Exception {
        Ledger ledger = Ledger.open(folder.resolve("ledger.db"));
        ledger.openTicket(new TicketEvent.Opened("Deck phone", true), Instant.EPOCH);
        ledger.append("T-0001", new TicketEvent.Closed(Said.sentence("done")), Instant.EPOCH);
        String data = folder.toString();
        assertThat(run("ledger", "verify", "--data", data, "--json").json().get("entries").asInt()).isEqualTo(2);
        assertThat(run("ledger", "export", "--format", "json", "--data", data).json().get("entries")).hasSize(2);
        assertThat(run("ledger", "export", "--format", "csv", "--data", data).out())
                .startsWith("number,ticket,at,type,event,previous,digest,wall,words\r\n").contains("T-0001");
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("ledger.db")); var s = db.createStatement()) {
            s.execute("DROP TRIGGER event_is_never_changed");
            s.execute("UPDATE event SET ticket = 'T-0009' WHERE number = 2");
        }
        Ran broken = run("ledger", "verify", "--data", data);
        assertThat(broken.status()).isEqualTo(1);
        assertThat(broken.err()).contains("[2]").contains("T-0009");
        Files.writeString(folder.resolve("ledger.db"), "this is not a database");
        assertThat(run("ledger", "verify", "--data", data).status()).isEqualTo(1);
    }
}
