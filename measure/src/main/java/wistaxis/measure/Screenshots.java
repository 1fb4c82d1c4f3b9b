package wistaxis.measure;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Platform;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Goal;
import wistaxis.core.facts.Said;
import wistaxis.core.lot.Lot;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.core.work.GuideAnswers;
import wistaxis.desktop.DemoFolder;
import wistaxis.desktop.PracticeWorld;
import wistaxis.desktop.look.Png;
import wistaxis.desktop.view.page.FirstDay;
import wistaxis.desktop.view.shell.Shell;
import wistaxis.standins.DemoWorld;
import wistaxis.standins.ScriptedUsb;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.desk.ComputerDesk;
import wistaxis.workbench.desk.FirmwareDesk;
import wistaxis.workbench.practice.Coaching;

/** Walks through the demo and takes one picture of each main view; needs no display. */
public final class Screenshots {
    private static final DemoWorld.Past PAST = DemoWorld.Past.MONTHS;
    private static final String REAL = PAST.ticket(18);
    private static final ScriptedUsb USB = new ScriptedUsb();
    /** The bench's morning, so that the pictures are alike whenever they are taken. */
    static final Instant MORNING = Instant.parse("2026-05-12T09:36:00Z");

    private final Path folder;
    private final Workbench bench;
    private final Shell shell;

    private Screenshots(Path folder, Workbench bench) {
        this.folder = folder;
        this.bench = bench;
        this.shell = new Shell(bench);
        show(shell);
    }

    /** In a window of its own. */
    static void show(Shell shell) {
        javafx.stage.Stage stage = new javafx.stage.Stage();
        stage.setScene(shell.scene());
        stage.show();
    }

    /** Takes all pictures, about a minute. @param folder made where missing */
    public static void take(Path folder) {
        try {
            Files.createDirectories(folder);
            Path data = Files.createTempDirectory("wistaxis-pictures");
            startHeadless();
            Workbench bench = bench(data, PracticeWorld.LINE);
            Screenshots[] shots = new Screenshots[1];
            onFx(() -> shots[0] = new Screenshots(folder, bench));
            shots[0].guide();
            onFx(() -> {
                shots[0].shell.close();
                bench.close();
            });
        } catch (IOException e) {
            throw new UncheckedIOException("the pictures cannot be written to [" + folder + "]", e);
        } finally {
            Platform.exit();
        }
    }

    /** Windows from here on are drawn in memory. */
    static void startHeadless() {
        System.setProperty("glass.platform", "Headless");
        System.setProperty("prism.order", "sw");
        System.setProperty("prism.lcdtext", "false");
        Platform.startup(() -> { });
    }

    /** The demo's bench, as it is on that morning. */
    static Workbench bench(Path data, long lineBytesPerSecond) {
        DataFolder folder = DemoFolder.open(data, MORNING, PAST);
        return new Workbench(new Workbench.Setup(DemoWorld.NAME, folder, MORNING, System::nanoTime, Clock.systemUTC(),
                new PracticeWorld(folder.standIns(), lineBytesPerSecond, USB), Platform::runLater));
    }

    private void guide() {
        picture("bench", shell::showBench);
        picture("first", () -> shell.showFirstDay(FirstDay.BACKUP));
        onFx(() -> shell.showTicket(PAST.ticket(14), Stage.INTAKE));
        for (String answer : List.of("damage-none", "blacklisted-no", "backup-cloud")) {
            onFx(() -> press(answer, ""));
            settle();
        }
        picture("intake", () -> { });
        onFx(() -> shell.showTicket(PAST.ticket(16)));
        waitUntil(() -> !bench.stock().builds().of("iPad12,1").isEmpty());
        picture("route", () -> shell.showTicket(PAST.ticket(16)));
        onFx(() -> shell.showTicket(PAST.ticket(12)));
        FirmwareDesk firmware = bench.desk(PAST.ticket(12)).firmware();
        waitUntil(() -> firmware.choice().isPresent());
        onFx(() -> {
            firmware.choose(firmware.choice().orElseThrow().chosen().orElseThrow());
        });
        settle();
        onFx(firmware::startDownload);
        rest(6000);
        picture("firmware", () -> { });
        onFx(() -> shell.showTicket(PAST.ticket(11)));
        onFx(() -> bench.desk(PAST.ticket(11)).buttons().coaching().showMe());
        rest(3000 + 8300);
        picture("keys", () -> { });
        waitUntil(() -> bench.ticket(PAST.ticket(11)).mode() != null);
        onFx(() -> shell.showTicket(PAST.ticket(11)));
        onFx(() -> {
            bench.desk(PAST.ticket(11)).restore().start();
            bench.setRate(60);
        });
        rest(5000);
        onFx(() -> bench.setRate(1));
        picture("restore", () -> { });
        onFx(shell::showDrill);
        picture("drill", () -> {
            bench.drill().choose(bench.sequences().all().stream().filter(q -> q.key().equals("SIDE-KEY/dfu/Ten-five-ten")).findFirst()
                    .orElseThrow());
            bench.drill().replay(bench.practice().attempts().stream().filter(a -> a.goal() == Goal.DFU && !a.landed()).findFirst()
                    .orElseThrow());
        });
        waitUntil(() -> bench.drill().coaching().verdict().isPresent());
        picture("drill", () -> { });
        real();
        guides();
        picture("handover", () -> shell.showTicket(PAST.ticket(10)));
        picture("ledger", shell::showLedger);
        documents();
    }

    /** After a restore: set-up page by page, the documents, the shop's figures. */
    private void documents() {
        String restored = opened("Pilot's phone", "unavailable", "iPhone13,2");
        onFx(() -> at(restored, List.of(new TicketEvent.FactRecorded("backup", "cloud"), new TicketEvent.FactRecorded("locating",
                "on"), GuideAnswers.backup(bench.ticket(restored), "cloud", "31.9", LocalDate.of(2026, 5, 9), 36_000_000_000L, "", false),
                GuideAnswers.backup(bench.ticket(restored), "cloud", "32.0", LocalDate.of(2026, 5, 11), null, "", false),
                new TicketEvent.ConsentAsked("recovery-restore", true, "the customer", "there is a cloud backup"),
                new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.RestoreStarted("31K88"), new TicketEvent.Restored("31.10"),
                new TicketEvent.GuideNoted("set-up", "greeting", "seen"), new TicketEvent.GuideNoted("set-up", "language", "done"),
                new TicketEvent.GuideNoted("set-up", "by-hand", "hand"), new TicketEvent.GuideNoted("set-up", "network", "joined"),
                new TicketEvent.GuideNoted("set-up", "activation", "asks"), new TicketEvent.GuideNoted("set-up", "account-lock",
                        "signed-in"),
                new TicketEvent.GuideNoted("set-up", "privacy", "read"), new TicketEvent.GuideNoted("set-up", "face", "later"),
                new TicketEvent.GuideNoted("set-up", "passcode", "set"))));
        Map.of(restored, "Ines Quillfeather", PAST.ticket(10), "Ines Quillfeather", PAST.ticket(12), "Odo Quillfeather").forEach((n, who) ->
                onFx(() -> bench.commands().give(n, new Command.Keep(who, "quay 7, third bell", ""))));
        settle();
        picture("set-up", () -> {
            shell.showTicket(restored);
            press("set-up-go", "");
        });
        onFx(() -> shell.showDocuments(restored));
        waitUntil(() -> shell.scene().lookup("#document-page") != null);
        picture("documents", () -> { });
        onFx(shell::showFigures);
        rest(1000);
        picture("figures", () -> { });
        picture("timeline", () -> shell.showTimeline(PAST.ticket(10)));
        lot();
        onFx(shell::showCustomers);
        picture("customers", () -> press("customer-search", "quillfeather"));
    }

    /** A school's trolley: nine tablets, one of them loops again after it was written. */
    private void lot() {
        String first = opened("School trolley", "looping", "iPad12,1");
        onFx(() -> bench.lots().make(first, "School trolley"));
        settle();
        StringBuilder list = new StringBuilder();
        for (int i = 2; i <= 9; i++) {
            list.append("SALTMARSH%02d,tablet %d\n".formatted(i, i));
        }
        String id = Lot.id(first);
        onFx(() -> bench.lots().of(id).thenAccept(lot -> bench.lots().read(lot, list.toString()).thenAccept(read -> bench.lots().add(lot,
                read.entries()))));
        waitUntil(() -> bench.lots().atWork().stream().anyMatch(l -> l.devices().size() == 9 && l.devices().getLast()
                .identifier() != null));
        settle();
        List<Ticket> devices = bench.lots().atWork().getFirst().devices();
        for (int i = 0; i < devices.size(); i++) {
            Ticket t = devices.get(i);
            int at = i;
            if (i < 5) {
                onFx(() -> at(t.number(), List.of(new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.BuildChosen("31.10",
                        "31K88", "0".repeat(64), 28_000_000, "recommended"), new TicketEvent.FirmwareVerified("31K88", "packages/p.zip", 6,
                                "0".repeat(64), "known"))));
            }
            if (i < 3) {
                onFx(() -> at(t.number(), at == 1 ? List.of(new TicketEvent.RestoreStarted("31K88"), new TicketEvent.RestoreStopped(Said
                        .of("host-gave-up"), true)) : List.of(new TicketEvent.RestoreStarted("31K88"), new TicketEvent.Restored("31.10"))));
            }
        }
        settle();
        picture("lot", () -> shell.showLot(id));
    }

    /** What is done without a computer: a stop of a guide, the slip of a buying check. */
    private void guides() {
        String locked = opened("Deckhand's phone", "unavailable", "iPhone14,5");
        onFx(() -> at(locked, List.of(new TicketEvent.ConsentAsked("lock-screen-erase", true, "owner", "there is no backup"),
                new TicketEvent.RouteChosen("lock-screen-erase"), new TicketEvent.GuideNoted("lock-screen-erase", "network", "there"),
                new TicketEvent.GuideNoted("lock-screen-erase", "tries", "try"))));
        settle();
        picture("guide", () -> shell.showTicket(locked));
        String bought = opened("Phone from the quay market", "second-hand", "iPhone13,2");
        onFx(() -> at(bought, List.of(new TicketEvent.RouteChosen("buying-check"),
                new TicketEvent.GuideNoted("buying-check", "imei", "same"), new TicketEvent.GuideNoted("buying-check", "register", "clean"),
                new TicketEvent.GuideNoted("buying-check", "erased", "seen"), new TicketEvent.GuideNoted("buying-check", "owner", "asks"),
                new TicketEvent.GuideNoted("buying-check", "papers", "none"))));
        settle();
        onFx(() -> shell.showTicket(bought));
    }

    /** What the pictures begin with, as the ledger would tell it. */
    private void at(String number, List<TicketEvent> events) {
        bench.tickets().append(number, events);
    }

    private void at(String number, TicketEvent event) {
        at(number, List.of(event));
    }

    private String opened(String title, String problem, String identifier) {
        AtomicReference<CompletableFuture<Result>> asked = new AtomicReference<>();
        onFx(() -> asked.set(bench.open(title)));
        String number = asked.get().join().orThrow().number();
        Map.of("trouble", problem, "ownership", "proved", "liquid", "no", "battery", "ok", "brokenKeys", "none", "blacklisted", "no",
                "opens",
                problem.equals("sale") ? "yes" : "no", "wrongTries", "6", "online", "yes", "ownerPassword", "yes")
                .forEach((fact, value) -> onFx(() -> at(number, new TicketEvent.FactRecorded(fact, value))));
        onFx(() -> at(number, new TicketEvent.Identified(identifier, "by the number on the back")));
        settle();
        return number;
    }

    /** The ticket that is worked on as on the real bench. */
    private void real() {
        USB.shows(ScriptedUsb.phone(ComputerSees.NORMAL));
        onFx(() -> shell.showTicket(REAL, Stage.KEYS));
        waitUntil(() -> !bench.usb().offers(REAL).isEmpty());
        onFx(() -> bench.usb().bind(REAL, bench.usb().offers(REAL).getFirst()));
        settle();
        Coaching coaching = bench.desk(REAL).buttons().coaching();
        onFx(coaching::begin);
        rest(3000 + 6500);
        onFx(coaching::over);
        picture("real-seen", () -> { });
        ComputerDesk computer = bench.desk(REAL).computer();
        USB.shows(ScriptedUsb.phone(ComputerSees.RECOVERY));
        waitUntil(() -> computer.mayNot().isEmpty());
        onFx(computer::start);
        settle();
        onFx(() -> bench.commands().give(REAL, new Command.NoteLeft(28)));
        picture("real-restore", () -> shell.showTicket(REAL, Stage.RESTORE));
    }

    /** Fires a button, or writes into a line. */
    private void press(String id, String text) {
        shell.scene().getRoot().applyCss();
        switch (shell.scene().lookup("#" + id)) {
            case javafx.scene.control.Button button -> button.fire();
            case javafx.scene.control.TextField line -> line.setText(text);
            case null, default -> throw new IllegalStateException("there is no [" + id + "] on the picture");
        }
    }

    /** Waits until everything asked for is on the disk and drawn. */
    private void settle() {
        waitUntil(() -> bench.pending() == 0);
        rest(150);
    }

    private void picture(String name, Runnable go) {
        onFx(go);
        settle();
        rest(500);
        onFx(() -> {
            try {
                Png.write(shell.scene().snapshot(null), folder.resolve(name + ".png"));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
    }

    static void onFx(Runnable work) {
        CountDownLatch done = new CountDownLatch(1);
        Platform.runLater(() -> {
            try {
                work.run();
            } finally {
                done.countDown();
            }
        });
        try {
            done.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    static void waitUntil(java.util.function.BooleanSupplier met) {
        for (int i = 0; i < 600; i++) {
            boolean[] yes = new boolean[1];
            onFx(() -> yes[0] = met.getAsBoolean());
            if (yes[0]) {
                return;
            }
            rest(100);
        }
        throw new IllegalStateException("a picture's moment never came");
    }

    static void rest(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
