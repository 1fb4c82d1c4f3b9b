package wistaxis.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.ProgramVersion;

/**
 * One ticket by the command line alone: from an update that did not help over restore and DFU to the hardware bench, with the refusals of
 * the window.
 */
class TicketStepsTest {
    private static final ObjectMapper MAPPER = new ObjectMapper();

    @TempDir
    private Path folder;

    @TempDir
    private Path elsewhere;

    /** What a call answered. */
    private record Ran(int status, String out, String err) {
        JsonNode json() {
            try {
                return MAPPER.readTree(out);
            } catch (IOException e) {
                throw new AssertionError(out, e);
            }
        }
    }

    private Ran run(String... args) {
        return run(true, args);
    }

    private Ran run(boolean onData, String... args) {
        List<String> all = new ArrayList<>(Arrays.asList(args));
        if (onData) {
            all.addAll(List.of("--data", folder.toString()));
        }
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        int status = Main.run(new PrintWriter(out), new PrintWriter(err), all.toArray(String[]::new));
        return new Ran(status, out.toString(), err.toString());
    }

    private JsonNode done(String... args) {
        List<String> all = new ArrayList<>(Arrays.asList(args));
        all.add("--json");
        Ran ran = run(all.toArray(String[]::new));
        assertThat(ran.err()).isEmpty();
        assertThat(ran.status()).isZero();
        return ran.json();
    }

    private void refused(int status, String words, String... args) {
        Ran ran = run(args);
        assertThat(ran.status()).as(String.join(" ", args)).isEqualTo(status);
        assertThat(ran.err()).contains(words);
    }

    private static String outcomes(JsonNode ticket) {
        StringBuilder all = new StringBuilder();
        ticket.get("attempts").forEach(a -> all.append(a.get("step").asText()).append(' ').append(a.get("outcome").asText()).append('\n'));
        return all.toString();
    }

    @Test
    void stepAfterStepUpToTheHardwareBench() {
        JsonNode opened = done("ticket", "open", "Deck phone");
        String n = opened.get("ticket").asText();
        assertThat(opened.get("next").get("says").asText()).contains("what is wrong");
        assertThat(opened.get("next").get("hands").asBoolean()).isTrue();
        refused(1, "The problem is not known yet", "ticket", "choose", n, "charge");
        JsonNode asked = done("ticket", "answer", n, "trouble=looping", "device=iPhone13,2", "ownership=proved", "liquid=no", "battery=ok",
                "brokenKeys=none", "blacklisted=no", "backup=cloud",
                "tried=charge,force-restart", "ownerPassword=yes", "locating=off", "watch=no");
        assertThat(asked.get("identifier").asText()).isEqualTo("iPhone13,2");
        refused(1, "No step was taken yet", "ticket", "outcome", n, "helped");

        done("ticket", "choose", n, "recovery-update");
        refused(1, "is not finished", "ticket", "close", n);
        refused(2, "[perhaps]: write helped, did-not-help", "ticket", "outcome", n, "perhaps");
        done("ticket", "outcome", n, "did-not-help");
        assertThat(run("ticket", "next", n).out()).contains("recovery-update, keeps data: did not help")
                .contains("recovery-restore, ERASES ALL: Restore from recovery erases everything: ask the owner first");
        refused(1, "erases everything: ask the owner first", "ticket", "choose", n, "recovery-restore");
        refused(2, "go together", "ticket", "choose", n, "recovery-restore", "--consent-by", "deckhand");
        JsonNode restore = done("ticket", "choose", n, "recovery-restore", "--consent-by", "deckhand", "--told",
                "what is newer than the cloud backup is lost");
        assertThat(restore.get("attempts").get(1).get("consent").get("by").asText()).isEqualTo("deckhand");
        refused(1, "keeps no data", "ticket", "outcome", n, "data-lost");
        done("ticket", "outcome", n, "did-not-help");
        done("ticket", "choose", n, "dfu-restore");
        JsonNode failed = done("ticket", "outcome", n, "did-not-help");
        assertThat(failed.get("next").get("says").asText()).contains("hardware bench");
        done("ticket", "choose", n, "hardware");
        JsonNode closed = done("ticket", "close", n);
        assertThat(outcomes(closed))
                .isEqualTo("recovery-update did-not-help\nrecovery-restore did-not-help\ndfu-restore did-not-help\nhardware null\n");
        assertThat(closed.get("closed").asText()).startsWith("to the hardware bench; tried: Update from recovery (did not help)");
        refused(1, "is closed", "ticket", "choose", n, "charge");
        assertThat(run("ticket", "list", "--json").json()).isEmpty();
        assertThat(run("ledger", "verify").out()).contains("the ledger is verified");
        assertThat(run("plan").out()).contains("Nothing needs you");
    }

    @Test
    void whatHelpedIsHandedOverWithItsChecks() {
        String n = done("ticket", "open", "Tablet 3").get("ticket").asText();
        done("ticket", "answer", n, "trouble=looping", "device=iPad12,1", "ownership=proved", "liquid=no", "battery=ok", "brokenKeys=none",
                "blacklisted=no", "tried=charge,force-restart");
        assertThat(run("plan", "--json").json().get("lanes").get(0).get("ticket").asText()).isEqualTo(n);
        done("ticket", "choose", n, "recovery-update");
        done("ticket", "outcome", n, "data-lost");
        refused(1, "Still to answer", "ticket", "close", n);
        refused(2, "write one of", "ticket", "answer", n, "account-lock=whoever");
        done("ticket", "answer", n, "version-matches=matches", "account-lock=owner signed in", "passcode-set=set by the owner",
                "data-back=set up as new");
        JsonNode closed = done("ticket", "close", n);
        assertThat(outcomes(closed)).isEqualTo("recovery-update data-lost\n");
        assertThat(closed.get("closed").asText()).contains("the data is gone");
    }

    /** A real ticket without a window: what is seen, the stages, the computer's words. */
    @Test
    void aRealTicketGoesByWhatIsSeen() {
        String n = done("ticket", "open", "Deck phone").get("ticket").asText();
        assertThat(done("ticket", "answer", n, "trouble=looping", "device=iPhone13,2", "ownership=proved", "liquid=no", "battery=ok",
                "brokenKeys=none", "blacklisted=no", "tried=charge,force-restart").get("world").asText()).isEqualTo("real");
        done("ticket", "choose", n, "recovery-update");
        refused(1, "in no mode", "ticket", "stage", n, "download");
        refused(2, "[blue] is not known", "ticket", "saw", n, "--screen", "blue");
        assertThat(done("ticket", "saw", n, "--screen", "cable-screen", "--computer", "recovery").get("attempts").get(0).get("mode").asText())
                .isEqualTo("recovery");
        done("ticket", "stage", n, "download");
        done("ticket", "saw", n, "--screen", "boot-logo");
        assertThat(run("ticket", "list").out()).contains("Restore");
        done("ticket", "saw", n, "--computer", "recovery");
        refused(2, "Write one of", "ticket", "stage", n, "lunch");
        done("ticket", "error", n, "It could not be done (14)");
        done("ticket", "stage", n, "prepare");
        done("ticket", "stage", n, "greeting", "--written", "26.1");
        assertThat(run("ticket", "show", n, "--json").json().get("stage").asText()).isEqualTo("HANDOVER");
        assertThat(run("ledger", "verify").out()).contains("the ledger is verified");
        String practice = "practice ticket";
        refused(2, practice, "ticket", "open", "Toy", "--practice");
    }

    /**
     * What names a device is kept apart: no export carries it but the one that is asked for; documents, figures and timeline without a window.
     */
    @Test
    void documentsAndWhatIsKeptOfCustomers() throws IOException {
        assertThat(run("customers").out()).contains("No customer is stored.");
        String n = done("ticket", "open", "Purser's phone").get("ticket").asText();
        done("ticket", "answer", n, "trouble=unavailable", "device=iPhone13,2", "ownership=proved", "imei=356958031648321", "--by", "AS");
        assertThat(done("customers").get("customers").get(0).get("imei").asText()).isEqualTo("356958031648321");
        assertThat(done("customers", "356958031648321").get("customers").get(0).get("ticket").asText()).isEqualTo(n);
        assertThat(run("ledger", "export", "--format", "json").out()).contains("sealed", "\"program\": \"" + ProgramVersion.OURS).doesNotContain("356958031648321");
        assertThat(run("ledger", "export", "--format", "csv").out()).doesNotContain("356958031648321");
        Path document = folder.resolve("receipt.pdf");
        assertThat(done("document", "receipt", "--ticket", n, "--language", "de", "--out", document.toString()).get("bytes").asInt())
                .isEqualTo((int) Files.size(document));
        byte[] once = Files.readAllBytes(document);
        done("document", "receipt", "--ticket", n, "--language", "de", "--replace", "--out", document.toString());
        assertThat(Files.readAllBytes(document)).isEqualTo(once);
        String other = folder.resolve("other.pdf").toString();
        refused(1, "Nothing was erased", "document", "erasure", "--ticket", n, "--out", other);
        refused(2, "[fy]", "document", "receipt", "--ticket", n, "--language", "fy", "--out", other);
        refused(2, "no document [menu]", "document", "menu", "--ticket", n, "--out", other);
        nothingIsReplaced(n, document);
        assertThat(done("ticket", "timeline", n).get("lines").toString()).contains("AS").doesNotContain("3569580");
        assertThat(done("figures").get("tickets").asInt()).isEqualTo(1);
        assertThat(run("figures", "--csv").out()).startsWith("figure,what,n,of,low,high");
    }

    /** What a card for the wall is refused with. */
    private static String card(String... args) {
        List<String> all = new ArrayList<>(List.of("card", "--family", "SIDE-KEY"));
        all.addAll(List.of(args));
        StringWriter err = new StringWriter();
        assertThat(Main.run(new PrintWriter(new StringWriter()), new PrintWriter(err), all.toArray(String[]::new))).isEqualTo(2);
        return err.toString();
    }

    /** What is written for people takes the place of nothing that the program did not make, asked for or not. */
    private void nothingIsReplaced(String n, Path document) throws IOException {
        byte[] ledger = Files.readAllBytes(folder.resolve("ledger.db"));
        Path database = Files.copy(folder.resolve("people.db"), elsewhere.resolve("x.pdf"));
        Path log = Files.writeString(Files.createDirectories(folder.resolve("log")).resolve("mine.txt"), "mine");
        for (String out : List.of(folder.resolve("ledger.db").toString(), folder.resolve("LEDGER.DB").toString(), folder.resolve("practice.db")
                .toString(), folder.resolve("ledger.db-wal").toString(), log.toString(), database.toString(), database + "-wal")) {
            refused(2, "Nothing was written", "document", "receipt", "--ticket", n, "--replace", "--out", out);
            assertThat(card("--replace", "--out", out)).as(out).contains("Nothing was written");
        }
        assertThat(card("--out", document.toString())).contains("add --replace");
        assertThat(Files.readAllBytes(folder.resolve("ledger.db"))).isEqualTo(ledger);
        assertThat(Files.readString(log)).isEqualTo("mine");
    }

    /** What the shop prefers in the window holds on the command line. */
    @Test
    void theShopsOwnWaysHold() throws IOException {
        String n = done("ticket", "open", "Purser's phone").get("ticket").asText();
        done("ticket", "answer", n, "trouble=unavailable", "device=iPhone13,2", "ownership=proved", "blacklisted=no", "liquid=no",
                "battery=ok", "brokenKeys=none", "wrongTries=10-or-more", "online=yes", "locating=on",
                "ownerPassword=yes", "eraseButton=yes", "hopesToRemember=no", "backup=none");
        String usual = run("ticket", "next", n).out();
        Files.writeString(folder.resolve("settings.json"), "{\"preferences\": {\"remote\": \"computer-first\"}, \"holidays\": \"gb-eng\"}");
        String own = run("ticket", "next", n).out();
        assertThat(usual.indexOf("lock-screen-erase")).isLessThan(usual.indexOf("recovery-restore"));
        assertThat(own.indexOf("recovery-restore,")).isLessThan(own.indexOf("lock-screen-erase,"));
    }

    /** What nobody could mean is refused with its value, and the ticket and its chain stay as they were. */
    @Test
    void whatContradictsItselfIsRefused() throws IOException {
        String n = done("ticket", "open", "Deck phone").get("ticket").asText();
        done("ticket", "answer", n, "trouble=unavailable", "device=iPhone13,2", "ownership=proved", "liquid=no", "battery=ok",
                "brokenKeys=none", "blacklisted=no", "backup=none");
        String before = run("ledger", "export").out();
        refused(2, "xyz", "ticket", "answer", n, "tried=xyz");
        refused(2, "readyCable", "ticket", "answer", n, "readyCable=" + "a".repeat(3_000));
        refused(2, "readyCable", "ticket", "answer", n, "readyCable=yes\u202eon");
        refused(2, "-999999999-01-01", "ticket", "answer", n, "cloudBackupAt=-999999999-01-01");
        refused(2, "99999999999GB", "firmware", "add", "--device", "iPhone13,2", "--version", "26.1", "--build", "23B80", "--size",
                "99999999999GB");
        refused(2, "none is running", "ticket", "stage", n, "prepare", "--written", "26.1");
        refused(2, "greeting", "ticket", "saw", n, "--screen", "greeting", "--computer", "dfu");
        refused(2, "\ufffd", "ticket", "open", "Deck\ufffdphone");
        assertThat(run("ledger", "export").out()).isEqualTo(before);
        Files.writeString(folder.resolve("ledger-anchors.jsonl"), "{\"entry\":0,\"digest\":\"zz\"}\n");
        Ran looked = run("ledger", "verify");
        assertThat(looked.status()).as("damaged anchors").isEqualTo(1);
        assertThat(looked.err() + looked.out()).contains("jsonl line 1: ").contains("the ledger is verified");
    }

    /** What may be promised, and what is tried beside the plan, by the terminal. */
    @Test
    void aPromiseAndAWhatIfFromTheTerminal() throws IOException {
        String n = done("ticket", "open", "Pilot phone").get("ticket").asText();
        done("ticket", "answer", n, "trouble=unavailable", "device=iPhone13,2", "ownership=proved", "liquid=no", "battery=ok",
                "brokenKeys=none", "blacklisted=no", "backup=none", "promised=" + Instant.now().plus(Duration.ofHours(12)));
        JsonNode promise = done("promise", n);
        assertThat(Instant.parse(promise.get("half").asText())).isBefore(Instant.parse(promise.get("nearly").asText()));
        assertThat(promise.get("chance").asDouble()).isEqualTo(1);
        refused(2, "T-9999", "promise", "T-9999");
        Path file = Files.writeString(folder.resolve("tried.json"), "{\"rushMinutes\": 45}");
        JsonNode changes = done("plan", "what-if", file.toString());
        assertThat(changes.get(0).get("ticket").asText()).isEqualTo(n);
        assertThat(Instant.parse(changes.get(0).get("after").asText())).isAfter(Instant.parse(changes.get(0).get("before").asText()));
        Files.writeString(file, "{\"first\": \"T-9999\"}");
        refused(2, "T-9999", "plan", "what-if", file.toString());
        Files.writeString(file, "{\"people\": [\"Bo 25:00-26:00\"]}");
        refused(2, "25:00-26:00", "plan", "what-if", file.toString());
        ObjectNode plan = (ObjectNode) done("plan").get("plan");
        Files.writeString(file, plan.toString());
        assertThat(run(false, "plan", "check", file.toString(), "--json").json().get("broken")).as("what it plans can be kept").isEmpty();
        ObjectNode first = (ObjectNode) plan.get("schedule").get(0);
        first.put("end", first.get("end").asLong() + 60);
        Files.writeString(file, plan.toString());
        assertThat(run(false, "plan", "check", file.toString())).satisfies(r -> {
            assertThat(r.status()).isEqualTo(1);
            assertThat(r.out()).contains("a task is shorter or longer than it takes");
        });
        first.put("person", 7);
        Files.writeString(file, plan.toString());
        assertThat(run(false, "plan", "check", file.toString()).err()).contains("entry 1 of the schedule names a job, task, person or port");
    }

    /** A typed build says if it is signed only where somebody has seen it; else it is never suggested. */
    @Test
    void aTypedBuildIsNotSuggestedBeforeSomebodyHasSeenItSigned() {
        String[] build = {"firmware", "add", "--device", "iPhone13,2", "--version", "26.1", "--build", "23B80", "--size", "9GB"};
        done(build);
        JsonNode row = done("firmware", "list", "--device", "iPhone13,2").get(0);
        assertThat(row.get("signed").isNull()).isTrue();
        assertThat(row.get("suggested").asBoolean()).isFalse();
        assertThat(row.get("possible").asBoolean()).isTrue();
        done(Stream.concat(Stream.of(build), Stream.of("--signed", "yes", "--seen", "the restore program")).toArray(String[]::new));
        row = done("firmware", "list", "--device", "iPhone13,2").get(0);
        assertThat(row.get("suggested").asBoolean()).isTrue();
        assertThat(row.get("by").asText()).contains("the restore program");
    }

    /** The minutes that the screen shows start a clock; nobody is needed until it rings, also by the terminal. */
    @Test
    void aWaitIsAnsweredFromTheTerminal() {
        String n = done("ticket", "open", "Pilot phone").get("ticket").asText();
        done("ticket", "answer", n, "trouble=unavailable", "device=iPhone13,2", "ownership=proved", "liquid=no", "battery=ok",
                "brokenKeys=none", "blacklisted=no", "backup=none", "wrongTries=7", "lockWord=unavailable", "hopesToRemember=yes");
        refused(2, "No guide is open", "ticket", "guide", n, "opened");
        done("ticket", "choose", n, "wait-and-try");
        done("ticket", "guide", n, "15");
        assertThat(Instant.parse(done("plan").get("next").get("at").asText())).as("it waits by itself").isAfter(Instant.now()
                .plus(Duration.ofMinutes(10)));
        assertThat(run("ticket", "timeline", n).out()).contains("15 min");
        refused(2, "opened, wrong", "ticket", "guide", n, "sideways");
        done("ticket", "guide", n, "wrong");
        done("ticket", "guide", n, "opened");
    }

    /** Common practice: an unlock takes business days; nobody is needed before the first of them. */
    @Test
    void anUnlockIsOrderedAndAnsweredFromTheTerminal() {
        String n = done("ticket", "open", "Harbour phone").get("ticket").asText();
        done("ticket", "answer", n, "trouble=carrier-lock", "device=iPhone13,2", "ownership=proved", "liquid=no", "battery=ok",
                "brokenKeys=none", "blacklisted=no", "imei=356958031648321", "contract=settled");
        refused(1, "back in groups", "ticket", "choose", n, "carrier-unlock");
        done("ticket", "answer", n, "imeiReadBack=yes");
        done("ticket", "choose", n, "carrier-unlock");
        refused(2, "--carrier with --imei for an order", "ticket", "unlock", n);
        refused(1, "nlock", "ticket", "unlock", n, "--answer", "signal");
        done("ticket", "unlock", n, "--carrier", "Tidal Mobile", "--imei", "356958031648321", "--country", "Island", "--price", "20 shells");
        assertThat(run("ticket", "timeline", n).out()).contains("Tidal Mobile");
        assertThat(done("plan").get("next").isNull()).as("the carrier works on it").isTrue();
        done("ticket", "unlock", n, "--answer", "unlocked");
        done("ticket", "unlock", n, "--answer", "signal");
        assertThat(run("ticket", "timeline", n).out()).contains("signal");
        done("ticket", "answer", n, "step-helped=it helped");
        refused(1, "the activation", "ticket", "close", n);
        done("ticket", "unlock", n, "--answer", "activated-computer");
        done("ticket", "close", n);
    }

    /** A real ticket: what the computer shows is said in any order, its download by minutes or size, its offer and not its word for the mode. */
    @Test
    void aRunAtAComputerIsSaidFromTheTerminal() {
        String n = done("ticket", "open", "Pilot boat").get("ticket").asText();
        refused(2, "neither minutes nor a size", "ticket", "left", n, "soon");
        refused(2, "say the same twice", "ticket", "saw", n, "--screen", "black", "--offer", "restore-only", "--computer", "recovery");
        done("ticket", "saw", n, "--screen", "black", "--offer", "restore-only");
        assertThat(run("ticket", "timeline", n).out()).as("restore only and black, whatever it is called").contains("DFU");
        done("ticket", "left", n, "5.73GB");
        done("ticket", "left", n, "28");
        assertThat(run("ticket", "timeline", n).out()).contains("5.7").contains("28 min");
    }
}
