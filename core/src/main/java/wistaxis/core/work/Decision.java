package wistaxis.core.work;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Mode;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.Imei;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Shown;
import wistaxis.core.firmware.Build;
import wistaxis.core.restore.RestoreRun;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.steps.Guide;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.OnScreen;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/**
 * What a command means on a ticket as it is now: the events to be recorded, in order, or a refusal. Here, in what it asks, and nowhere
 * else, events are made.
 */
public record Decision(Rules rules, Around around) {
    /** Business days until a carrier unlock may be done, and until it should be; common practice. */
    private static final int UNLOCK_SOONEST = 1;
    private static final int UNLOCK_LATEST = 10;

    private static final List<String> UNLOCK_ANSWERS = List.of("unlocked", "refused", "activated-host", "activated-wifi", "signal",
            "no-signal");
    private static final List<String> SOURCES = List.of(TicketEvent.FirmwareFrom.COMPUTER, TicketEvent.FirmwareFrom.FILE);

    /** Opens a ticket. @throws BadInput for a title that is none */
    public static TicketEvent.Opened open(Command.Open open) {
        return new TicketEvent.Opened(Names.typed(open.title(), "title", 200), open.simulated());
    }

    /** Somebody has read what is wrong with the ledger. */
    public static TicketEvent readBreak(String says) {
        return new TicketEvent.BreakRead(says);
    }

    /** Settings of the whole shop were changed. @param values by name; empty for as usual */
    public static List<TicketEvent> settings(Map<String, String> values) {
        return values.entrySet().stream().<TicketEvent>map(e -> new TicketEvent.SettingChanged(e.getKey(), e.getValue())).toList();
    }

    /** Numbers of tickets that are kept for one bench. */
    public static TicketEvent.NumbersKept numbersKept(long from, long to) {
        return new TicketEvent.NumbersKept(from, to);
    }

    /** A ticket that was opened counts not: it was opened twice, because an answer was lost. @param entry number of the one that did */
    public static TicketEvent openedTwice(long entry) {
        return new TicketEvent.TakenBack(List.of(entry));
    }

    /** Somebody decided that what was done without the ledger counts not, since others worked on the ticket meanwhile. */
    public static TicketEvent leftOut(List<LedgerEntry> entries) {
        return new TicketEvent.LeftOut(entries.stream().map(e -> new TicketEvent.LeftOut.Out(e.at(), e.body())).toList());
    }

    /** From here on somebody else works on the ticket. @throws BadInput for what is no name */
    public static TicketEvent atWork(String who) {
        return new TicketEvent.AtBench(Names.typed(who, t("core.what.technician"), 60));
    }

    /** Who the customer is was sealed beside the ledger. */
    public static TicketEvent sealed(String digest) {
        return new TicketEvent.CustomerSealed(digest);
    }

    private Ticket ticket() {
        return rules.ticket();
    }

    /**
     * The events of a command; none where it changes nothing.
     *
     * @throws NotAllowed where the rules do not allow it now
     * @throws BadInput for a value that is none
     */
    public List<TicketEvent> events(Command command) {
        return switch (command) {
            case Command.Open _ -> throw new IllegalArgumentException("a ticket that is there is not opened: " + command);
            case Command.Answer c -> new Answers(rules, around).events(c);
            case Command.JoinLot c -> join(c);
            case Command.TakeOver _ -> whileOpen(new TicketEvent.TakenOver(ticket().place().bench()));
            case Command.Identify c -> identify(c);
            case Command.Choose c -> rules.choose(c.step(), named(c.who()), c.told() == null ? null : about(c.told()));
            case Command.Consent c -> whileOpen(rules.consent(c.step(), c.given(), named(c.who()), about(c.told())));
            case Command.Overrule c -> overrule(c);
            case Command.Say c -> rules.say(c.outcome());
            case Command.OrderUnlock c -> orderUnlock(c);
            case Command.NoteUnlock c -> noteUnlock(c.what());
            case Command.AnswerGuide c -> answerGuide(c);
            case Command.Backup c -> List.of(GuideAnswers.backup(ticket(), c.kind(), c.version(), c.at(), c.sizeBytes(), c.where(),
                    c.here()));
            case Command.NoteButtons c -> whileOpen(new TicketEvent.ButtonsAttempted(c.method(), c.goal(), c.succeeded(), c.says(),
                    c.timing(),
                    c.by(), c.ends()));
            case Command.ReadState c -> readState(c);
            case Command.Close _ -> List.of(rules.close());
            case Command.CloseUnreadable _ -> List.of(rules.closeUnreadable());
            case Command.HandOut c -> List.of(new TicketEvent.DocumentHandedOut(c.document(), c.sha256(), c.upTo(), c.language()));
            case Command.Keep _ -> List.of(); // the digest of what is sealed is all that is recorded
            case Command.Forgotten c -> List.of(new TicketEvent.CustomerForgotten(c.why()));
            case Command.TakeBack c -> List.of(new TicketEvent.TakenBack(c.entries()));
            case Command.OfFirmware c -> firmware(c);
            case Command.OfPractice c -> practice(c);
            case Command.OfComputer c -> computer(c);
        };
    }

    private List<TicketEvent> firmware(Command.OfFirmware command) {
        refuse(rules.mayAnswer());
        return switch (command) {
            case Command.ChooseBuild(Build b, String reason) -> List.of(new TicketEvent.BuildChosen(b.version().toString(), b.build(),
                    b.sha256(), b.sizeBytes(), reason));
            case Command.FetchFrom(String source) -> fetchFrom(source);
            case Command.DownloadRuns c -> List.of(new TicketEvent.DownloadStarted(c.build(), c.fromByte()));
            case Command.DownloadStops c -> List.of(new TicketEvent.DownloadStopped(c.build(), c.atByte(), c.reason()));
            case Command.DownloadEnds c -> List.of(new TicketEvent.Downloaded(c.build(), c.bytes(), c.seconds()));
            case Command.Prove c -> prove(c);
            case Command.TakeFirmware c -> Sightings.accept(ticket(), c.found(), c.file());
        };
    }

    /** The simulated device and its run. */
    private List<TicketEvent> practice(Command.OfPractice command) {
        refuse(rules.mayAnswer());
        return switch (command) {
            case Command.EnterMode(Mode mode) -> List.of(new TicketEvent.ModeEntered(mode));
            case Command.LeaveMode(Said why) -> List.of(new TicketEvent.ModeLost(why));
            case Command.StartRun _ -> startRun();
            case Command.FollowRun c -> followRun(c);
            case Command.NoteSigning c -> running(new TicketEvent.SigningAnswered(c.granted(), c.says()));
            case Command.StopRun _ -> {
                refuse(Rules.mayStop(stage()));
                yield List.of(new TicketEvent.RestoreStopped(Said.of("by-hand")));
            }
            case Command.EndRun _ -> running(isWriting()
                    ? new TicketEvent.RestoreStopped(Said.of("program-ended-writing"), true)
                    : new TicketEvent.RestoreStopped(Said.of("program-ended")));
        };
    }

    /** What is seen of a real device and of the restore program. */
    private List<TicketEvent> computer(Command.OfComputer command) {
        return switch (command) {
            case Command.StartRestore(boolean fetches) -> startComputer(fetches);
            case Command.ReachStage c -> reachStage(c);
            case Command.Written(String version) -> Sightings.written(ticket(), version);
            case Command.StopRestore _ -> Sightings.stopped(ticket());
            case Command.NotSigned(String words) -> Sightings.notSigned(ticket(), words);
            case Command.NoteLeft(int minutes) -> Sightings.left(ticket(), minutes);
            case Command.NoteOffer(String version, boolean taken) -> Sightings.offered(ticket(), version, taken);
            case Command.NoteSize(long bytes) -> Sightings.size(ticket(), bytes);
            case Command.NoteProblem c -> Sightings.problem(ticket(), c.kind(), c.words());
            case Command.NoteTry c -> Sightings.tried(ticket(), c.step(), c.helped());
            case Command.Saw c -> saw(c);
            case Command.Bind c -> Sightings.bind(ticket(), c.device());
            case Command.FollowDevice c -> Sightings.follow(ticket(), c.device());
            case Command.Flap c -> whileOpen(c.what());
            case Command.Release _ -> Sightings.release(ticket());
        };
    }

    private List<TicketEvent> join(Command.JoinLot c) {
        refuse(rules.mayAnswer());
        TicketEvent.LotJoined there = ticket().lot();
        if (there != null && !there.lot().equals(c.lot())) {
            throw new NotAllowed(t("core.lot.other", "lot", there.lot()));
        }
        var joined = new TicketEvent.LotJoined(Names.typed(c.lot(), t("core.what.lot"), 20), Names.typed(c.title(), t("core.what.lot"),
                60));
        return joined.equals(there) ? List.of() : List.of(joined);
    }

    private List<TicketEvent> identify(Command.Identify c) {
        refuse(rules.mayAnswer());
        if (ticket().running()) {
            throw new NotAllowed(t("core.rules.running-model"));
        }
        return List.of(Answers.identified(around, c.identifier(), c.how()));
    }

    private List<TicketEvent> overrule(Command.Overrule c) {
        refuse(rules.mayOverrule(c.step()));
        return List.of(new TicketEvent.Overruled(c.step(), Names.typed(c.reason(), "reason", 200)));
    }

    private @Nullable DeviceModel model() {
        return Optional.ofNullable(ticket().identifier()).flatMap(around.devices()::byIdentifier).orElse(null);
    }

    private List<TicketEvent> orderUnlock(Command.OrderUnlock c) {
        refuse(rules.mayAnswer());
        String imei = Imei.exact(c.imei()).digits();
        if (c.carrier().isBlank()) {
            throw new BadInput(t("core.rules.no-carrier"));
        }
        int[] days = days(c.days().strip());
        return List.of(new TicketEvent.UnlockOrdered(imei, Names.typed(c.carrier(), "carrier", 80), around.today(),
                around.businessDays().after(around.today(), days[0]), around.businessDays().after(around.today(), days[1]),
                Optional.ofNullable(model()).map(DeviceModel::name).orElse(null), typed(c.country(), "country"),
                typed(c.reference(), t("core.what.order")), typed(c.price(), "price"), typed(c.answerTo(), t("core.what.answer-address"))));
    }

    /** Business days that an order takes, soonest and latest. */
    private static int[] days(String typed) {
        if (typed.isEmpty()) {
            return new int[] {UNLOCK_SOONEST, UNLOCK_LATEST};
        }
        if (!typed.matches("[0-9]{1,2}(\\s*[-\u2013]\\s*[0-9]{1,2})?")) {
            throw new BadInput(t("core.bad.days", "days", Shown.value(typed)));
        }
        String[] parts = typed.split("\\s*[-\u2013]\\s*");
        int low = Integer.parseInt(parts[0]);
        int high = Integer.parseInt(parts[parts.length - 1]);
        if (low < 1 || high < low) {
            throw new BadInput(t("core.bad.days", "days", Shown.value(typed)));
        }
        return new int[] {low, high};
    }

    private static @Nullable String typed(String words, String what) {
        return words.isBlank() ? null : Names.typed(words, what, 120);
    }

    private List<TicketEvent> noteUnlock(String what) {
        if (ticket().unlock() == null) {
            throw new NotAllowed(t("core.rules.no-unlock"));
        }
        if (!UNLOCK_ANSWERS.contains(what)) {
            throw new BadInput(t("core.bad.unlock", "what", Shown.value(what), "known", UNLOCK_ANSWERS));
        }
        return List.of(new TicketEvent.UnlockAnswered(what));
    }

    private List<TicketEvent> answerGuide(Command.AnswerGuide c) {
        List<TicketEvent> events = new ArrayList<>();
        Optional.ofNullable(c.made()).ifPresent(b -> events.addAll(events(b)));
        events.addAll(List.of(Guide.SET_UP, Guide.AFTERWARDS).contains(c.way()) ? SetUp.answer(rules, model(), c.way(), c.stop(),
                c.answer())
                : GuideAnswers.answer(rules, c.way(), c.stop(), c.answer()));
        return events;
    }

    private List<TicketEvent> readState(Command.ReadState c) {
        refuse(rules.mayAnswer());
        List<TicketEvent> events = new ArrayList<>();
        if (ticket().isObserved()) {
            events.addAll(Sightings.saw(ticket(), OnScreen.valueOf(c.screen().name()), c.byUsb() ? null : c.computer(),
                    Sightings.Source.TOLD));
        }
        events.add(new TicketEvent.StateRead(c.screen().toString(), c.computer().toString(), c.means()));
        return events;
    }

    private List<TicketEvent> fetchFrom(String source) {
        if (!ticket().isObserved() || ticket().running()) {
            throw new NotAllowed(ticket().running() ? t("core.rules.running-source")
                    : t("core.rules.practice-file", "number", ticket().number()));
        }
        if (!SOURCES.contains(source)) {
            throw new BadInput(t("core.bad.source", "source", Shown.value(source), "known", SOURCES));
        }
        return List.of(new TicketEvent.FirmwareFrom(source));
    }

    private List<TicketEvent> prove(Command.Prove c) {
        TicketEvent.BuildChosen chosen = ticket().build();
        if (chosen == null) {
            throw new NotAllowed(t("core.rules.no-build"));
        }
        return List.of(c.found().verified() ? new TicketEvent.FirmwareVerified(chosen.build(), c.file(), c.found().parts(),
                Objects.requireNonNull(c.found().sha256()), String.valueOf(c.found().proof()))
                : new TicketEvent.FirmwareRefused(chosen.build(), c.found().reason()));
    }

    private @Nullable RestoreStage stage() {
        return RestoreStage.shipped().stream().filter(s -> ticket().running() && s.id().equals(ticket().restoreStage())).findFirst()
                .orElse(null);
    }

    private boolean isWriting() {
        RestoreStage now = stage();
        return now != null && now.leaveCable();
    }

    private List<TicketEvent> startRun() {
        refuse(rules.mayStart(around.readiness(ticket())));
        return List.of(new TicketEvent.RestoreStarted(Objects.requireNonNull(ticket().build()).build()),
                new TicketEvent.StageReached(RestoreStage.shipped().getFirst().id()));
    }

    private List<TicketEvent> followRun(Command.FollowRun c) {
        List<TicketEvent> events = new ArrayList<>();
        Optional.ofNullable(c.stage()).ifPresent(s -> events.add(new TicketEvent.StageReached(s)));
        switch (c.state()) {
            case RestoreRun.State.Failed(String why) -> events.add(new TicketEvent.RestoreStopped(Said.of("refused", "says", why)));
            case RestoreRun.State.Done _ -> events.add(new TicketEvent.Restored(Objects.requireNonNull(ticket().build()).version()));
            case RestoreRun.State.Working _, RestoreRun.State.Waiting _ -> { }
        }
        return running(events.toArray(TicketEvent[]::new));
    }

    private List<TicketEvent> running(TicketEvent... events) {
        if (!ticket().running()) {
            throw new NotAllowed(t("core.rules.nothing-runs", "number", ticket().number()));
        }
        return List.of(events);
    }

    private List<TicketEvent> startComputer(boolean fetches) {
        boolean byItself = fetches || ticket().observed().computerFetches();
        refuse(around.doubt(ticket(), byItself));
        refuse(rules.mayStart(around.readiness(ticket()), fetches || ticket().firmwareSettled()));
        List<TicketEvent> events = new ArrayList<>();
        if (fetches && !ticket().observed().computerFetches()) {
            events.add(new TicketEvent.FirmwareFrom(TicketEvent.FirmwareFrom.COMPUTER));
        }
        events.addAll(Sightings.start(ticket(), byItself));
        return events;
    }

    private List<TicketEvent> reachStage(Command.ReachStage c) {
        List<TicketEvent> events = new ArrayList<>(Sightings.stage(ticket(), c.stage()));
        Optional.ofNullable(c.written()).ifPresent(v -> events.addAll(Sightings.written(ticket(), v)));
        return events;
    }

    private List<TicketEvent> saw(Command.Saw c) {
        if (c.source() == Sightings.Source.TOLD) {
            Sightings.contradiction(c.screen(), c.computer()).ifPresent(why -> {
                throw new BadInput(why);
            });
        }
        return Sightings.saw(ticket(), c.screen(), c.computer(), c.source());
    }

    private List<TicketEvent> whileOpen(TicketEvent event) {
        refuse(rules.mayAnswer());
        return List.of(event);
    }

    private static @Nullable String named(@Nullable String who) {
        return who == null ? null : Names.typed(who, t("core.what.who-agreed"), 120);
    }

    private static String about(String told) {
        return Names.typed(told, t("core.what.about-backup"), 300);
    }

    private static void refuse(Optional<String> why) {
        why.ifPresent(w -> {
            throw new NotAllowed(w);
        });
    }
}
