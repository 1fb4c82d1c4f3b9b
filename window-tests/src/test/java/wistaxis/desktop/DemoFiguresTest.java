package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.Json;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.standins.DemoWorld;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Figures;
import wistaxis.store.ledger.Ledger;

/** The demo's figures, which come from the ledger's tables, beside a plain recount of its entries. */
class DemoFiguresTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:30:00Z");

    @TempDir
    private Path folder;

    private final Map<String, Integer> problems = new TreeMap<>();
    private final Map<String, int[]> helped = new TreeMap<>();
    private final Map<String, int[]> computer = new TreeMap<>();
    private final Map<String, int[]> modes = new TreeMap<>();
    private int kept;
    private int promised;
    private int again;
    private int entered;

    /** One ticket as somebody would go through it with a pencil. */
    private void recount(List<LedgerEntry> entries) {
        Map<String, String> facts = new HashMap<>();
        String at = "";
        Map<String, Integer> tries = new HashMap<>();
        Map<String, String> methods = new HashMap<>();
        boolean lost = false;
        boolean came = false;
        boolean cameAgain = false;
        boolean real = entries.getFirst().event() instanceof TicketEvent.Opened o && Boolean.TRUE.equals(o.observed());
        for (LedgerEntry e : entries) {
            switch (e.event()) {
                case TicketEvent.FactRecorded(String fact, String value) -> facts.put(fact, value);
                case TicketEvent.StepTried(String step, boolean did) -> count(helped, facts.get("trouble") + ": " + step, did);
                case TicketEvent.ComputerProblem(String kind, _) -> at = kind;
                case TicketEvent.ProblemTried(String step, boolean did) -> count(computer, at + ": " + step, did);
                case TicketEvent.ButtonsAttempted k when real && k.by() != null -> {
                    int nth = tries.merge(k.goal(), 1, Integer::sum);
                    methods.put(k.goal(), k.method() + ", " + k.goal());
                    if (k.succeeded()) {
                        landed(methods.get(k.goal()), Math.min(nth, 3) - 1);
                        tries.remove(k.goal());
                    }
                }
                case TicketEvent.RouteChosen _ -> lost = false;
                case TicketEvent.ModeLost _ -> lost = true;
                case TicketEvent.ModeEntered _ -> {
                    came = true;
                    cameAgain |= lost;
                    lost = false;
                }
                case TicketEvent.Closed _ when facts.containsKey("promised") -> {
                    promised++;
                    kept += e.when().isAfter(Instant.parse(Objects.requireNonNull(facts.get("promised")))) ? 0 : 1;
                }
                default -> { }
            }
        }
        tries.keySet().forEach(goal -> landed(methods.get(goal), 3));
        problems.merge(facts.getOrDefault("trouble", "?"), 1, Integer::sum);
        entered += came ? 1 : 0;
        again += cameAgain ? 1 : 0;
    }

    private void landed(String way, int at) {
        modes.computeIfAbsent(way, _ -> new int[4])[at]++;
    }

    private static void count(Map<String, int[]> counts, String what, boolean did) {
        int[] both = counts.computeIfAbsent(what, _ -> new int[2]);
        both[0] += did ? 1 : 0;
        both[1]++;
    }

    @Test
    void whatTheTablesSayIsWhatAPencilSays() {
        DataFolder data = DemoFolder.open(folder, NOW, DemoWorld.Past.MONTHS);
        try (Ledger ledger = Ledger.open(data.ledger())) {
            assertThat(ledger.check(null, Instant.now())).satisfies(c -> {
                assertThat(c.broken()).isEmpty();
                assertThat(c.findings()).isEmpty();
            });
            Map<String, List<LedgerEntry>> tickets = ledger.entries().stream().collect(Collectors.groupingBy(LedgerEntry::ticket));
            tickets.values().forEach(this::recount);
            Figures f = ledger.tables().figures(Instant.EPOCH, NOW.plusSeconds(1), false);
            assertThat(f.tickets()).isEqualTo(tickets.size()).isGreaterThan(300);
            assertThat(f.problems()).as("what came in").containsExactlyInAnyOrderElementsOf(problems.entrySet().stream()
                    .filter(e -> e.getValue() >= 3).map(e -> new Figures.Count(e.getKey(), e.getValue())).toList());
            assertThat(said(f.helped())).as("what helped").isEqualTo(said(helped));
            assertThat(said(f.computer())).as("at the host").isEqualTo(said(computer)).isNotEmpty();
            assertThat(f.promise()).satisfies(p -> assertThat(List.of(p.n(), p.of())).containsExactly(kept, promised));
            assertThat(f.again()).satisfies(p -> assertThat(List.of(p.n(), p.of())).containsExactly(again, entered));
            assertThat(again).isPositive();
            assertThat(f.funnel()).as("attempts to the mode").isNotEmpty().containsExactlyInAnyOrderElementsOf(modes.entrySet().stream()
                    .map(e -> new Figures.Funnel(e.getKey(), e.getValue()[0], e.getValue()[1], e.getValue()[2], e.getValue()[3]))
                    .filter(w -> w.of() >= 3).toList());
            assertThat(f.spent()).extracting(Figures.Length::what).containsExactly("hands", "runs", "line", "lies");
            assertThat(f.stages()).extracting(Figures.Length::what).contains("activation");
            JsonSchema schema = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(DemoFiguresTest.class
                    .getResourceAsStream("/wistaxis/schema/figures.schema.json"));
            for (Figures one : List.of(f, ledger.tables().figures(NOW, NOW.plusSeconds(1), true))) {
                assertThat(schema.validate(Json.writePretty(one), InputFormat.JSON)).as("as the schema says").isEmpty();
            }
            assertThat(ledger.tables().figures(NOW.minus(Duration.ofDays(50)), NOW.plusSeconds(1), true).tickets()).isLessThan(40);
        }
    }

    private static Map<String, String> said(Map<String, int[]> counted) {
        return counted.entrySet().stream().filter(e -> e.getValue()[1] >= 3).collect(Collectors.toMap(Map.Entry::getKey,
                e -> e.getValue()[0] + " of " + e.getValue()[1]));
    }

    private static Map<String, String> said(List<Figures.Share> shares) {
        return shares.stream().collect(Collectors.toMap(Figures.Share::what, s -> s.n() + " of " + s.of()));
    }
}
