package wistaxis.desktop;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.text.Text;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.Said;
import wistaxis.core.lot.Lot;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.desktop.view.page.FirstDay;


/** Goes through the pages of the demo, in the states that they have. */
final class Pages {
    /** The demo's ticket that is worked on as on the real bench. */
    private static final String REAL = "T-0018";

    private Pages() {}

    /** Looks at a page, once it stands. */
    interface Look {
        void at(Window w, String where);
    }

    /**
     * @param rounds each begins with {@code small} for 1024 by 640, {@code larger} for 1280 by 800 with 1.6 times the text in the other
     *         theme, or neither for 1280 by 800
     */
    static void visit(Path folder, Look look, String... rounds) {
        try (Window w = Window.demo(folder, 12_000_000)) {
            w.says("T-0011", new TicketEvent.ModeEntered(Mode.RECOVERY));
            w.says(REAL, new TicketEvent.ModeEntered(Mode.RECOVERY), new TicketEvent.RestoreStarted(""),
                    new TicketEvent.StageReached("download"), new TicketEvent.ComputerProblem("error", "It could not be done (14)"));
            String walked = opened(w, "unavailable", new TicketEvent.ConsentAsked("lock-screen-erase", true, "owner", "none"),
                    new TicketEvent.RouteChosen("lock-screen-erase"), new TicketEvent.GuideNoted("lock-screen-erase", "network", "there"));
            String bought = opened(w, "second-hand", new TicketEvent.RouteChosen("buying-check"),
                    new TicketEvent.GuideNoted("buying-check", "imei", "differs"));
            String restored = opened(w, "unavailable", new TicketEvent.RouteChosen("recovery-restore"),
                    new TicketEvent.RestoreStarted("31K88"), new TicketEvent.Restored("31.10"));
            Window.acked(() -> w.bench.commands().give(restored,
                    new Command.Keep("Ines Quillfeather", "quay 7, third bell, or the harbour office", "de")));
            String lot = lot(w);
            Path list = list(folder);
            Window.onFx(() -> {
                w.shell.chooseBy(_ -> Optional.of(list));
                return null;
            });
            for (String round : rounds) {
                if (round.startsWith("small")) {
                    w.size(1024, 640);
                } else if (round.startsWith("larger")) {
                    w.size(1280, 800);
                    w.click("theme");
                    for (int i = 0; i < 6; i++) {
                        w.click("text-larger");
                    }
                }
                at(w, round + " bench", look, () -> w.shell.showBench());
                at(w, round + " help", look, () -> ((Button) w.shell.scene().lookup("#help")).fire());
                at(w, round + " help keys", look, () -> ((Button) w.shell.scene().lookup("#help-keys")).fire());
                at(w, round + " bench again", look, () -> ((Button) w.shell.scene().lookup("#help-close")).fire());
                at(w, round + " uses", look, () -> ((Button) w.shell.scene().lookup("#uses")).fire());
                at(w, round + " what if", look, () -> ((Button) w.shell.scene().lookup("#what-if")).fire());
                at(w, round + " what if tried", look, () -> ((Button) w.shell.scene().lookup("#what-if-1")).fire());
                at(w, round + " lot", look, () -> w.shell.showLot(lot));
                w.find("lot-list");
                at(w, round + " lot list", look, () -> ((Button) w.shell.scene().lookup("#lot-list")).fire());
                at(w, round + " ledger", look, () -> w.shell.showLedger());
                at(w, round + " shelf", look, () -> w.shell.showFirmwareFiles());
                at(w, round + " settings", look, () -> w.shell.showSettings());
                for (FirstDay step : FirstDay.values()) {
                    at(w, round + " first " + step, look, () -> w.shell.showFirstDay(step));
                }
                at(w, round + " new", look, () -> w.shell.showWhatsNew());
                at(w, round + " trouble", look, () -> w.shell.showTroubleReport());
                at(w, round + " drill", look, () -> w.shell.showDrill());
                w.click("drill-progress");
                at(w, round + " progress", look, () -> { });
                w.click("drill-hand");
                at(w, round + " hand", look, () -> { });
                at(w, round + " loop route", look, () -> w.shell.showTicket("T-0016", Stage.ROUTE));
                at(w, round + " unlock", look, () -> w.shell.showTicket("T-0017", Stage.INTAKE));
                at(w, round + " real keys", look, () -> w.shell.showTicket(REAL, Stage.KEYS));
                at(w, round + " real firmware", look, () -> w.shell.showTicket(REAL, Stage.FIRMWARE));
                Window.until(() -> Window.onFx(() -> w.shell.scene().lookup("#type-build") != null), "the builds");
                at(w, round + " real typed", look, () -> ((Button) w.shell.scene().lookup("#type-build")).fire());
                at(w, round + " real restore", look, () -> w.shell.showTicket(REAL, Stage.RESTORE));
                at(w, round + " walk", look, () -> w.shell.showTicket(walked));
                at(w, round + " buying", look, () -> w.shell.showTicket(bought));
                at(w, round + " sale route", look, () -> w.shell.showTicket(restored, Stage.ROUTE));
                at(w, round + " papers", look, () -> w.shell.showDocuments(restored));
                at(w, round + " figures", look, () -> w.shell.showFigures());
                at(w, round + " story", look, () -> w.shell.showTimeline("T-0010"));
                at(w, round + " customers", look, () -> {
                    w.shell.showCustomers();
                    ((TextField) w.shell.scene().lookup("#customer-search")).setText("Quillfeather");
                });
                at(w, round + " set-up", look, () -> {
                    w.shell.showTicket(restored);
                    ((Button) w.shell.scene().lookup("#set-up-go")).fire();
                });
                for (Stage stage : Stage.values()) {
                    String ticket = stage == Stage.HANDOVER || stage == Stage.CLOSED ? "T-0010" : stage.compareTo(Stage.FIRMWARE) < 0
                            ? "T-0013" : "T-0011";
                    at(w, round + " " + stage, look, () -> w.shell.showTicket(ticket, stage));
                }
            }
        }
    }

    /** A lot with a device in each of its states. */
    private static String lot(Window w) {
        List<TicketEvent> through = List.of(new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.RestoreStarted("31K88"));
        String first = opened(w, "unavailable");
        for (String device : List.of(first, opened(w, "unavailable", new TicketEvent.RouteChosen("recovery-restore")), opened(w, "unavailable",
                through.toArray(TicketEvent[]::new)), opened(w, "unavailable", through.getFirst(), through.getLast(),
                new TicketEvent.RestoreStopped(Said.of("host-gave-up"), true)), opened(w, "unavailable", through.getFirst(), through.getLast(),
                new TicketEvent.Restored("31.10")))) {
            Window.acked(() -> w.bench.commands().give(device, new Command.JoinLot(Lot.id(first), "School trolley")));
        }
        return Lot.id(first);
    }

    /** A list of devices, some lines of which are none. */
    private static Path list(Path folder) {
        try {
            return Files.writeString(folder.resolve("devices.csv"), "serial,called\nGULL000001,tablet 1\nnot a number\nGULL000001,again\n");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String opened(Window w, String problem, TicketEvent... then) {
        String number = w.opened("Harbour office phone with a long name that goes on");
        List<TicketEvent> events = new ArrayList<>();
        Map.of("trouble", problem, "ownership", "proved", "liquid", "no", "battery", "ok", "brokenKeys", "none", "blacklisted", "no",
                "backup",
                "both", "wrongTries", "6", "online", "yes", "ownerPassword", "yes")
                .forEach((f, v) -> events.add(new TicketEvent.FactRecorded(f,
                v)));
        events.add(new TicketEvent.Identified("iPhone14,5", "by the number"));
        events.addAll(List.of(then));
        w.says(number, events);
        return number;
    }

    private static void at(Window w, String where, Look look, Runnable go) {
        Window.onFx(() -> {
            go.run();
            return null;
        });
        w.settle();
        w.lets(150);
        look.at(w, where);
        if (System.getProperty("cutShots") != null) {
            w.picture(Path.of(System.getProperty("cutShots"), where.replace(' ', '-') + ".png"));
        }
    }

    /** What of a page's words is cut, or outside of the window: a list that is being laid out is looked at once more. */
    static List<String> cut(Window w) {
        List<String> once = cutNow(w);
        if (!once.isEmpty()) {
            Window.pulses(10);
        }
        return once.isEmpty() ? once : cutNow(w);
    }

    private static List<String> cutNow(Window w) {
        return Window.onFx(() -> labels(w).filter(l -> isCut(l) || isOutside(l))
                .map(l -> l.getText().lines().findFirst().orElse("") + (isCut(l) ? "" : ", outside: " + l.localToScene(l.getBoundsInLocal())))
                .distinct().toList());
    }

    static Stream<Labeled> labels(Window w) {
        return w.shell.scene().getRoot().lookupAll("*").stream().filter(Labeled.class::isInstance).map(Labeled.class::cast)
                .filter(l -> l.getText() != null && !l.getText().isEmpty() && Window.shows(l));
    }

    private static boolean isCut(Labeled label) {
        Node shown = label.lookup(".text");
        return shown instanceof Text t && !t.getText().equals(label.getText()) && t.getText().endsWith("...");
    }

    /** Beside the window, or below it where nothing scrolls. */
    private static boolean isOutside(Labeled label) {
        Bounds b = label.localToScene(label.getBoundsInLocal());
        boolean beside = b.getMaxX() > label.getScene().getWidth() + 1 || b.getMinX() < -1;
        boolean below = b.getMaxY() > label.getScene().getHeight() + 1;
        for (Node up = label.getParent(); up != null; up = up.getParent()) {
            Bounds frame = up.localToScene(up.getBoundsInLocal());
            if (up instanceof ScrollPane || up instanceof ListView<?>) {
                boolean seen = b.getMaxY() > frame.getMinY() && b.getMinY() < frame.getMaxY();
                return seen && (b.getMaxX() > frame.getMaxX() + 1 || b.getMinX() < frame.getMinX() - 1);
            }
        }
        return beside || below;
    }
}
