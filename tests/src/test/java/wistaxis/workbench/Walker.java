package wistaxis.workbench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.stream.Stream;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.Reading;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.BuildChoice;
import wistaxis.core.firmware.TypedBuild;
import wistaxis.core.outside.OutsideProblem;
import wistaxis.core.restore.ComputerProblems;
import wistaxis.core.restore.ComputerRun;
import wistaxis.core.restore.ComputerStage;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.route.Question;
import wistaxis.core.route.Route;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.OnScreen;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.ticket.Timeline;
import wistaxis.core.usb.UsbDevice;
import wistaxis.core.usb.UsbWatch;
import wistaxis.core.words.Language;
import wistaxis.core.work.Command;
import wistaxis.core.work.Rules;
import wistaxis.core.work.Sightings;
import wistaxis.core.work.Visit;
import wistaxis.standins.ScriptedUsb;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.Moved;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.desk.ComputerDesk;
import wistaxis.workbench.desk.FirmwareDesk;
import wistaxis.workbench.desk.TicketDesk;
import wistaxis.workbench.document.DocumentMaker;
import wistaxis.workbench.practice.Coaching;
import wistaxis.workbench.route.Routes;
import wistaxis.workbench.ticket.Shop;

/**
 * Does from a seed what people and devices can do, in any order, and looks after each step whether all that can be shown can be: what a
 * refusal is may be refused, everything else that is thrown is a finding. Nothing here waits for a clock.
 */
final class Walker implements AutoCloseable {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");
    private static final List<String> MODELS = List.of("iPhone13,2", "iPhone14,5", "iPhone9,1", "iPhone8,1", "iPad12,1", "iPad13,1");
    private static final List<String> TYPED = List.of("", " ", "Deckhand", "0", "-1", "999999999999", "\u202e\u202dabc", "a".repeat(300),
            "2026-05-12", "-999999999-01-01", "26.1", "yes", "unknown", "none", "\ud83d\udc1f", "T-0001", ",,,,;..", "356958031648321",
            "2026-05-12T12:00:00Z", "+1000000000-01-01T00:00:00Z");
    private static final List<String> SIZES = List.of("9GB", "1", "850 MB", "9223372036854775807", "99999999999GB", "0.1 B");

    private final Path root;
    private final Random random;
    private final ScriptedUsb usb = new ScriptedUsb();
    private final boolean real;
    private final List<Act> acts = new ArrayList<>();
    private final List<String> steps = new ArrayList<>();
    /** What was acknowledged, by ticket. */
    private final Map<String, List<TicketEvent>> acknowledged = new HashMap<>();
    private BenchAtWork at;
    private Path folder;
    private int folders;

    /** Looked at when the walk says so. */
    private final class Looked implements UsbWatch {
        @Override
        public List<UsbDevice> look() throws OutsideProblem {
            return usb.look();
        }

        @Override
        public long everyMillis() {
            return Long.MAX_VALUE;
        }

        @Override
        public String says() {
            return "a walk";
        }
    }

    /** Something that somebody or something does. */
    private interface Does {
        void on(String ticket) throws Exception;
    }

    private record Act(String name, Does does) {}

    /** What a walk came upon. */
    static final class Found extends AssertionError {
        private static final long serialVersionUID = 1L;
        final transient List<String> steps;

        Found(List<String> steps, Throwable cause) {
            super(cause + " after " + steps, cause);
            this.steps = steps;
        }
    }

    Walker(Path root, Path empty, long seed) {
        this.root = root;
        this.random = new Random(seed);
        this.real = random.nextBoolean();
        this.folder = root.resolve("0");
        copy(empty, folder);
        this.at = begin();
        acts();
    }

    private BenchAtWork begin() {
        return new BenchAtWork(folder, real ? new Looked() : null, NOW);
    }

    private Workbench bench() {
        return at.bench;
    }

    private <T> T any(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private String typed() {
        return any(TYPED);
    }

    private Ticket ticket(String number) {
        return bench().ticket(number);
    }

    private Rules rules(String number) {
        return bench().routes().rules(ticket(number));
    }

    /** Does something; what comes of it is acknowledged. */
    private void give(String number, Command command) {
        heard(at.done(bench().commands().give(number, command)));
    }

    private void heard(Result result) {
        result.orThrow();
        if (result instanceof Result.Done(Ticket t, List<LedgerEntry> entries)) {
            keep(t.number(), entries.stream().map(LedgerEntry::event).filter(e -> !(e instanceof TicketEvent.TakenBack)).toList());
        }
    }

    private void keep(String number, List<TicketEvent> events) {
        acknowledged.computeIfAbsent(number, _ -> new ArrayList<>()).addAll(events);
    }

    private void act(String name, int weight, Does does) {
        for (int i = 0; i < weight; i++) {
            acts.add(new Act(name, does));
        }
    }

    private void acts() {
        act("open", 2, _ -> at.opened("Tray " + random.nextInt(100)));
        act("answer", 10, n -> {
            Question q = any(bench().routes().intake().questions());
            Map<String, String> facts = new LinkedHashMap<>();
            if (!q.answers().isEmpty() && random.nextInt(8) > 0) {
                facts.putAll(any(q.answers()).sets());
            } else {
                q.facts().forEach(f -> facts.put(f, typed()));
            }
            give(n, new Command.Answer(facts, List.of()));
        });
        act("common", 4, n -> {
            Map<String, String> facts = new LinkedHashMap<>(Map.of("trouble", any(List.of("unavailable", "looping", "dead", "sale",
                    "slow", "disabled")), "ownership", "proved", "liquid", "no", "battery", "ok", "brokenKeys", "none", "blacklisted", "no",
                    "backup", "none", "readyCable", "yes", "readyProgram", "yes"));
            give(n, new Command.Answer(facts, List.of()));
        });
        act("identify", 4, n -> give(n, new Command.Identify(any(MODELS), Said.of("core.identified.by-name"))));
        act("choose", 8, n -> {
            Optional<Route> route = bench().routes().route(ticket(n));
            String step = route.map(r -> any(r.steps()).step().id()).orElse("recovery-restore");
            give(n, new Command.Choose(step, "the owner", "there is no backup"));
        });
        act("restore step", 4, n -> give(n, new Command.Choose("recovery-restore", "the owner", "there is no backup")));
        act("say", 3, n -> give(n, new Command.Say(any(List.of(Attempt.Outcome.values())))));
        act("check", 6, n -> {
            HandoverFacts.Check c = any(bench().handover().checks());
            give(n, new Command.Answer(c.id(), any(c.answers())));
        });
        act("type a build", 4, n -> {
            String model = Optional.ofNullable(ticket(n).identifier()).orElse(any(MODELS));
            at.done(bench().stock().builds().typed(new TypedBuild(any(List.of("26.1", "31.9", "26.1 beta 2", typed())), "23B" + random.nextInt(4),
                    any(SIZES), random.nextBoolean() ? "" : "a" + random.nextInt(4) + "0".repeat(62), "", any(TypedBuild.SIGNED)).of(model), typed()));
        });
        act("import builds", 2, _ -> {
            Path file = root.resolve("catalogue.json");
            Files.writeString(file, """
                    {"format": "wistaxis-firmware", "version": 1, "builds": [{"build": {"identifiers": ["%s"], "version": "26.1",
                    "build": "23B%d", "released": null, "sizeBytes": %s, "sha256": %s, "path": null, "signed": true, "signedUntil": %s},
                    "askedAt": "2026-05-03T00:00:00Z"}]}""".formatted(any(MODELS), random.nextInt(4), any(List.of("1", "9000000000",
                    "9223372036854775807")), any(List.of("null", "\"" + "a1" + "0".repeat(62) + "\"")),
                    any(List.of("null", "\"2026-05-12T10:00:00Z\"", "\"+1000000000-01-01T00:00:00Z\""))));
            at.done(bench().stock().builds().take(file));
        });
        act("choose a build", 6, n -> {
            FirmwareDesk firmware = bench().desk(n).firmware();
            List<BuildChoice.Judged> there = firmware.choice().map(BuildChoice::builds).orElse(List.of());
            if (!there.isEmpty()) {
                firmware.choose(any(there));
                at.settle();
            }
        });
        act("download", 2, n -> {
            FirmwareDesk firmware = bench().desk(n).firmware();
            if (firmware.chosen().isPresent()) {
                firmware.startDownload();
            }
        });
        act("stop the download", 1, n -> bench().desk(n).firmware().stop());
        act("prove", 1, n -> bench().desk(n).firmware().proveFromFirmwareFolder());
        act("who brings it", 2, n -> at.give(n, new Command.FetchFrom(any(List.of("host", "file")))));
        act("usb", 6, _ -> {
            usb.shows(Stream.of("1-1", "1-2", "2-1").filter(_ -> random.nextBoolean()).map(this::device).toArray(UsbDevice[]::new));
            bench().usb().lookNow();
            at.turn();
        });
        act("this one", 3, n -> {
            List<UsbDevice> offers = bench().usb().devices();
            if (!offers.isEmpty()) {
                at.done(bench().usb().bind(n, any(offers)));
            }
        });
        act("not this one", 1, n -> at.done(bench().usb().release(n)));
        act("seen", 4, n -> at.give(n, new Command.Saw(random.nextInt(3) == 0 ? null : any(List.of(OnScreen.values())),
                random.nextBoolean() ? null : any(List.of(ComputerSees.values())), Sightings.Source.TOLD)));
        act("keys", 4, n -> buttons(bench().desk(n).buttons().coaching()));
        act("drill", 1, _ -> {
            bench().drill().choose(any(List.of(Goal.values())));
            buttons(bench().drill().coaching());
        });
        act("the host starts", 5, n -> at.done(bench().desk(n).computer().start()));
        act("stage", 8, n -> {
            ComputerDesk computer = bench().desk(n).computer();
            Optional<ComputerStage> next = computer.run().flatMap(ComputerRun::next);
            at.give(n, new Command.ReachStage(next.isPresent() && random.nextInt(4) > 0 ? next.get().id() : any(ComputerStage.of(true)).id(), null));
        });
        act("minutes left", 1, n -> at.give(n, new Command.NoteLeft(any(List.of(0, 12, 1440, -1, Integer.MAX_VALUE)))));
        act("trouble", 2, n -> at.give(n, new Command.NoteProblem(any(ComputerProblems.all()).id(), typed())));
        act("try", 2, n -> {
            if (ticket(n).observed().problem().isPresent()) {
                at.give(n, new Command.NoteTry(any(ComputerProblems.of(ticket(n).observed().problem().get().kind()).orElseThrow().tries())
                        .id(), random.nextBoolean()));
            }
        });
        act("written", 3, n -> at.give(n, new Command.Written(any(List.of("26.1", "31.10", typed())))));
        act("stopped", 1, n -> at.give(n, new Command.StopRestore()));
        act("not signed", 1, n -> at.give(n, new Command.NotSigned(typed())));
        act("run here", 2, n -> bench().desk(n).restore().start());
        act("guide", 6, n -> {
            Optional<GuideRun> run = ticket(n).guide();
            if (run.isPresent()) {
                Guide guide = Optional.ofNullable(run.get().guide()).orElseGet(() -> any(run.get().ways()));
                Guide.Page stop = Optional.ofNullable(run.get().at()).orElse(guide.steps().getFirst());
                give(n, new Command.AnswerGuide(guide.way(), stop.id(), any(stop.answers()).id(), null));
            }
        });
        act("set-up", 6, n -> {
            List<GuideRun> runs = bench().routes().setUp(ticket(n));
            GuideRun run = runs.isEmpty() ? null : any(runs);
            if (run != null && run.at() != null) {
                give(n, new Command.AnswerGuide(run.ways().getFirst().way(), run.at().id(), any(run.at().answers()).id(), null));
            }
        });
        act("backup", 1, n -> give(n, new Command.Backup(any(List.of("cloud", "computer")), typed(),
                any(List.of(NOW.atZone(java.time.ZoneOffset.UTC).toLocalDate(), java.time.LocalDate.MIN)), any(List.of(1L, 6_000_000_000L,
                Long.MAX_VALUE)), typed(), random.nextBoolean())));
        act("customer", 1, n -> give(n, new Command.Keep(typed(), typed(), "de")));
        act("forget", 1, n -> at.done(bench().people().forget(n, Said.of("core.forgotten.asked"))));
        act("overrule", 1, n -> give(n, new Command.Overrule(any(List.of("recovery-restore", "dfu-restore")), "I know it")));
        act("take back", 4, n -> {
            if (bench().taking().takeable().isPresent()) {
                at.done(bench().taking().takeBack());
            } else {
                Ticket before = ticket(n);
                give(n, new Command.Answer("backup", any(List.of("none", "cloud"))));
                Ticket after = at.done(bench().taking().takeBack()).orThrow();
                if (!before.facts().equals(after.facts()) || before.stage() != after.stage()) {
                    throw new AssertionError("taken back, and not as before: " + before + " and " + after);
                }
            }
        });
        act("close", 4, n -> give(n, new Command.Close()));
        act("time", 6, _ -> at.strides(any(List.of(1, 5, 40))));
        act("clock", 2, _ -> at.leap(any(List.of(Duration.ofHours(-3), Duration.ofHours(9), Duration.ofDays(400), Duration.ofDays(-30)))));
        act("settings", 2, _ -> {
            switch (random.nextInt(4)) {
                case 0 -> bench().routes().recoveryTimeout(any(List.of("15min", "1s", "999999999999h")));
                case 1 -> bench().routes().forgetDays(any(List.of("1", "90", "", "99999999999")));
                case 2 -> bench().staff().names(any(List.of("Ann, Bo", "", typed())));
                default -> bench().staff().next();
            }
        });
        act("again", 1, _ -> {
            at.close();
            at = begin();
        });
        act("killed", 1, _ -> {
            Path then = folder;
            folder = root.resolve(String.valueOf(++folders));
            copy(then, folder);
            at.close();
            at = begin();
        });
        act("another process", 3, n -> {
            List<TicketEvent> events = List.of(new TicketEvent.FactRecorded("marks", typed()));
            try (KeptLedger other = KeptLedger.open(DataFolder.open(folder).ledger())) {
                Ticket seen = Ticket.fold(other.of(n));
                if (seen.closed() == null) {
                    other.append(n, other.of(n).getLast().number(), events, bench().now()).join();
                    keep(n, events);
                }
            }
            readIn();
        });
        act("an odd entry", 1, n -> {
            try (KeptLedger other = KeptLedger.open(DataFolder.open(folder).ledger())) {
                other.append(n, other.of(n).getLast().number(), List.of(any(List.of(new TicketEvent.StageReached("none such"),
                        new TicketEvent.RouteChosen("none-such"), new TicketEvent.GuideNoted("no-way", "x", "y"),
                        new TicketEvent.ModeEntered(Mode.DFU), new TicketEvent.Restored("?"), new TicketEvent.Identified("iPhone999,9", "x"),
                        new TicketEvent.BuildChosen("26.1", "23B80", null, Long.MAX_VALUE, "x"),
                        new TicketEvent.FactRecorded("promised", typed()), new TicketEvent.FactRecorded("trouble", "none-such"),
                        new TicketEvent.ConsentAsked("none", true, "x", "y")))), any(List.of(bench().now(), Instant.MIN, Instant.MAX)))
                        .join();
            }
            readIn();
        });
    }

    private void readIn() {
        try (Ledger ledger = Ledger.openReadOnly(DataFolder.open(folder).ledger())) {
            long last = ledger.last().orElseThrow().number();
            at.until(() -> {
                bench().tickets().lookNow();
                return bench().tickets().entries() >= last;
            });
        }
    }

    private UsbDevice device(String port) {
        ComputerSees mode = any(List.of(ComputerSees.NORMAL, ComputerSees.RECOVERY, ComputerSees.DFU));
        int unit = random.nextInt(3);
        return ScriptedUsb.device(mode, port, "00008101-000A1111222200" + unit + "E", any(List.of("8101", "8110")), "0C",
                "000A1111222200" + unit + "E");
    }

    private void buttons(Coaching coaching) {
        List<ButtonSequence> methods = coaching.methods();
        if (!methods.isEmpty() && random.nextBoolean()) {
            coaching.choose(any(methods));
        }
        switch (random.nextInt(6)) {
            case 0 -> coaching.begin();
            case 1 -> coaching.showMe();
            case 2 -> coaching.press(any(List.of(DeviceButton.values())));
            case 3 -> coaching.stop();
            case 4 -> coaching.over();
            default -> coaching.sees(any(List.of(Reading.Sight.values())));
        }
        coaching.seen();
        at.settle();
    }

    private static void copy(Path from, Path to) {
        try (Stream<Path> all = Files.walk(from)) {
            for (Path p : all.toList()) {
                Path there = to.resolve(from.relativize(p));
                if (Files.isDirectory(p)) {
                    Files.createDirectories(there);
                } else if (!p.getFileName().toString().endsWith("-shm")) {
                    Files.copy(p, there);
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Walks so many steps. @throws Found with the steps up to what went wrong */
    void guide(int most) {
        at.opened("The first");
        for (int i = 0; i < most; i++) {
            List<Ticket> open = bench().tickets().open();
            String number = open.isEmpty() ? at.opened("Another") : any(open).number();
            Act act = any(acts);
            steps.add(act.name() + " " + number);
            try {
                try {
                    act.does().on(number);
                } catch (Throwable e) {
                    refused(e);
                }
                at.turn();
                look(number);
            } catch (Throwable e) {
                throw new Found(List.copyOf(steps), e);
            }
        }
        try {
            end();
        } catch (Throwable e) {
            throw new Found(List.copyOf(steps), e);
        }
    }

    /** What says why it is refused is no finding. */
    private static void refused(Throwable thrown) throws Throwable {
        Throwable e = thrown instanceof CompletionException && thrown.getCause() != null ? thrown.getCause() : thrown;
        boolean undone = e instanceof IllegalStateException && String.valueOf(e.getMessage()).contains("has no identified device");
        if (!(e instanceof BadInput || e instanceof Moved || e instanceof DiskProblem || undone)) {
            throw e;
        }
    }

    /** All that can be shown of a ticket and of the bench. */
    private void look(String number) throws IOException {
        bench().notices().take().stream().filter(n -> n.contains("failed while") || n.contains("Exception")).findFirst().ifPresent(n -> {
            throw new AssertionError(n);
        });
        bench().plans().now().nextCall();
        bench().reminders().due();
        bench().stock().builds().closingSoon(bench().tickets().open());
        bench().tickets().open().forEach(t -> bench().routes().unreadables(t));
        Ticket t = bench().tickets().find(number).orElse(null);
        if (t == null) {
            return;
        }
        if (steps.size() % 4 == 0) {
            entries(t);
        }
        Visit.words(t, bench().routes().intake());
        if (bench().routes().unreadables(t).stop()) {
            return;
        }
        pages(t);
    }

    /** Entries only become more: what is wrong with one is seen a few steps later too. */
    private void entries(Ticket t) {
        List<LedgerEntry> entries = ledger(t.number());
        if (!Ticket.fold(entries).equals(t)) {
            throw new AssertionError("the ticket is not what its entries say: " + t + " and " + Ticket.fold(entries));
        }
        Timeline.of(entries).seconds();
        Timeline.lines(entries);
    }

    private List<LedgerEntry> ledger(String number) {
        CompletableFuture<List<LedgerEntry>> read = bench().tickets().history(number);
        return at.done(read);
    }

    private void pages(Ticket t) throws IOException {
        Routes routes = bench().routes();
        Map<String, String> inferred = routes.inferred(t);
        routes.intake().asked(t, inferred).forEach(q -> routes.intake().answerInWords(q, t));
        routes.intake().next(t, inferred, java.util.Set.of());
        Optional<Route> route = routes.route(t);
        route.ifPresent(r -> r.steps().forEach(s -> routes.evidence(t, s.step().id())));
        routes.backups(t).ifPresent(b -> b.says().size());
        routes.setUp(t).forEach(GuideRun::answers);
        t.guide().ifPresent(w -> w.minutes(true));
        routes.readiness(t).ready();
        routes.recoveryTimeoutLeft(t);
        routes.advice(t);
        Rules rules = routes.rules(t);
        rules.next();
        rules.mayClose();
        rules.open();
        rules.tried();
        bench().plans().late(t);
        bench().plans().ready(t);
        bench().people().before(t);
        bench().usb().offers(t.number());
        bench().usb().contradiction(t);
        if (bench().model(t).isPresent()) {
            desk(bench().desk(t.number()), random.nextInt(64) == 0);
        }
        if (random.nextInt(40) == 0) {
            document(t, any(List.of(DocumentMaker.Kind.values())));
        }
    }

    private static void desk(TicketDesk desk, boolean buttons) {
        FirmwareDesk firmware = desk.firmware();
        firmware.doing();
        firmware.problem();
        firmware.bytes();
        firmware.rate();
        firmware.left();
        firmware.inFirmwareFolder();
        firmware.download();
        firmware.consistent();
        firmware.choice().ifPresent(c -> c.builds().stream().map(BuildChoice.Judged::build).forEach(b -> {
            firmware.downloadTime(b);
            window(firmware, b);
        }));
        desk.computer().run().ifPresent(r -> {
            r.atMost();
            r.late();
        });
        desk.computer().mayNot();
        desk.computer().before();
        desk.unattended();
        desk.restore().mayNot();
        if (!buttons) {
            return;
        }
        desk.buttons().landed();
        desk.buttons().here();
        desk.buttons().coaching().methods();
        desk.buttons().coaching().score();
        desk.buttons().coaching().upcoming();
    }

    private static void window(FirmwareDesk firmware, Build build) {
        try {
            firmware.window(build);
        } catch (BadInput e) {
            assertSaid(e);
        }
    }

    private static void assertSaid(BadInput e) {
        if (e.getMessage() == null || e.getMessage().isBlank()) {
            throw e;
        }
    }

    private void document(Ticket t, DocumentMaker.Kind kind) throws IOException {
        try {
            new DocumentMaker(bench().routes().shop(), new DocumentMaker.Letterhead("Saltmarsh", List.of(), java.time.ZoneOffset.UTC,
                    bench().people().onDocument(t, bench().people().read(t.number())), List.of(), random.nextBoolean() ? Language.ENGLISH : Language.GERMAN))
                    .page(kind, ledger(t.number()));
        } catch (BadInput e) {
            assertSaid(e);
        }
    }

    /** In the end, read anew: nothing that was acknowledged is lost, no chain is broken, and the other way in says the same. */
    private void end() throws IOException {
        at.settle();
        Map<String, Ticket> was = new HashMap<>();
        bench().tickets().open().forEach(t -> was.put(t.number(), t));
        Map<String, String> next = new HashMap<>();
        was.values().forEach(t -> next.put(t.number(), bench().routes().rules(t).next() + " " + bench().routes().rules(t).mayClose()));
        Instant then = bench().now();
        Shop other = Shop.look(DataFolder.open(folder), bench().devices(), () -> then);
        at.close();
        try (Ledger ledger = Ledger.open(DataFolder.open(folder).ledger())) {
            if (ledger.check(null, then.plus(Duration.ofDays(3000))).broken().isPresent()) {
                throw new AssertionError(ledger.check(null, then).broken().get());
            }
            was.forEach((n, t) -> {
                Ticket folded = Ticket.fold(ledger.of(n));
                Rules rules = other.rules(folded);
                String says = rules.next() + " " + rules.mayClose();
                if (!folded.equals(t) || !says.equals(next.get(n))) {
                    throw new AssertionError(n + " is said otherwise: " + says + " and " + next.get(n));
                }
            });
            acknowledged.forEach((n, events) -> {
                List<TicketEvent> kept = new ArrayList<>(ledger.of(n).stream().map(LedgerEntry::event).toList());
                events.stream().filter(e -> !kept.remove(e)).filter(e -> !isSealed(e)).findFirst().ifPresent(e -> {
                    throw new AssertionError(n + " has lost " + e);
                });
            });
        }
    }

    /** What names a person or a device stands in the ledger in another form. */
    private static boolean isSealed(TicketEvent e) {
        return e instanceof TicketEvent.ConsentAsked || e instanceof TicketEvent.FactRecorded f && f.fact().equals("imei");
    }

    @Override
    public void close() {
        at.close();
    }
}
