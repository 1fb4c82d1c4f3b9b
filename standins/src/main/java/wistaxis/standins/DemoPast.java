package wistaxis.standins;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.Said;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Ending;
import wistaxis.core.ticket.TicketEvent;

/**
 * Nine months of the invented shop before the demo's day: a few hundred closed tickets, worked on as on a real bench with a computer that
 * fetches. Every number in it is invented, and the same each time.
 */
final class DemoPast {
    /** How many tickets. */
    static final int TICKETS = 300;

    private static final int DAYS = 270;
    private static final int SEED = 29;
    private static final double OLDEST_OF_TODAY = 60;
    private static final List<String> WHOSE = List.of("School trolley, tablet %02d", "Ferry crew, deck phone %d",
            "Bird observatory, field phone %d",
            "Lighthouse museum, audio guide %d", "Pilot boat, phone %d", "Oyster shed, scale tablet %d",
            "Island school, teacher's phone %d",
            "Quay walk-in %d");
    private static final List<String> MODELS = List.of("iPad12,1", "iPad12,1", "iPad7,5", "iPad13,18", "iPhone12,1", "iPhone14,7",
            "iPhone11,8",
            "iPhone11,8", "iPhone13,2", "iPhone13,2", "iPhone14,5", "iPhone14,6", "iPhone10,1", "iPhone8,1");
    private static final List<String> PEOPLE = List.of(DemoPractice.PERSON, "Ferry hand");
    private static final List<String> STAGES = List.of("download", "check", "extract", "prepare", "sign", "send", "restore-software",
            "restore-firmware", "verify", "restart", "second-bar", "greeting");
    private static final List<Double> MINUTES = List.of(9.0, 1.0, 2.2, 1.1, 0.2, 1.4, 5.0, 1.1, 1.2, 0.8, 3.5, 0.5);

    /** The routes as this shop went up them, and how often in a hundred a step helped. */
    private static final Map<String, Map<String, Integer>> ROUTES = Map.of(
            "unavailable", steps("lock-screen-erase", 45, "remote-erase", 55, "recovery-restore", 88, "dfu-restore", 80),
            "passcode-forgotten", steps("wait-and-try", 15, "lock-screen-erase", 50, "recovery-restore", 90, "dfu-restore", 80),
            "disabled", steps("remote-erase", 40, "recovery-restore", 88, "dfu-restore", 75),
            "looping", steps("force-restart", 22, "recovery-in-out", 12, "recovery-update", 62, "recovery-restore", 60, "dfu-restore", 40),
            "stuck-on-logo", steps("force-restart", 35, "recovery-update", 60, "recovery-restore", 55, "dfu-restore", 35),
            "frozen", steps("force-restart", 75, "recovery-update", 60, "recovery-restore", 70),
            "dead", steps("charge", 40, "recovery-update", 25, "recovery-restore", 25),
            "slow", steps("force-restart", 30, "recovery-update", 65, "settings-erase", 80));
    private static final List<String> PROBLEMS = List.of("unavailable", "unavailable", "unavailable", "unavailable", "passcode-forgotten",
            "disabled", "looping", "looping", "looping", "stuck-on-logo", "frozen", "dead", "slow");

    private final Random random = new Random(SEED);
    private final List<DemoWorld.Happening> all = new ArrayList<>();
    private final String version = StandInCatalogue.newest().version();
    private int ticket;
    private Instant at;

    private DemoPast(Instant now) {
        this.at = now;
    }

    private static Map<String, Integer> steps(Object... steps) {
        Map<String, Integer> all = new java.util.LinkedHashMap<>();
        for (int i = 0; i < steps.length; i += 2) {
            all.put((String) steps[i], (Integer) steps[i + 1]);
        }
        return all;
    }

    /** @param first number of the first ticket */
    static List<DemoWorld.Happening> tell(Instant now, int first) {
        DemoPast past = new DemoPast(now);
        for (int i = 0; i < TICKETS; i++) {
            double daysAgo = OLDEST_OF_TODAY + DAYS * (TICKETS - i) / (double) TICKETS;
            past.at = now.minus(Duration.ofMinutes(Math.round(daysAgo * 1440))).minusSeconds(past.random.nextInt(7200));
            past.ticket = first + i;
            past.one();
        }
        return past.all;
    }

    private <T> T one(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private boolean chance(int inHundred) {
        return random.nextInt(100) < inHundred;
    }

    private void now(TicketEvent event) {
        all.add(new DemoWorld.Happening(ticket, at, event));
    }

    /** Time goes on by so many minutes, give or take a third. */
    private void after(double minutes) {
        at = at.plusMillis(Math.round(minutes * 60_000 * (0.8 + 0.4 * random.nextDouble() + (chance(10) ? 0.6 : 0))));
    }

    private void fact(String name, String value) {
        now(new TicketEvent.FactRecorded(name, value));
    }

    private void one() {
        String problem = one(PROBLEMS);
        String model = one(MODELS);
        String backup = one(List.of("cloud", "cloud", "computer", "none"));
        now(new TicketEvent.Opened(String.format(java.util.Locale.ROOT, one(WHOSE), 1 + random.nextInt(14)), true, true));
        after(0.4);
        fact("trouble", problem);
        new TreeMap<>(Map.of("ownership", "proved", "liquid", "no", "battery", "ok", "brokenKeys", "none", "blacklisted", "no", "backup",
                backup)).forEach(this::fact);
        fact("promised", at.plus(Duration.ofMinutes(100 + 10L * random.nextInt(9))).truncatedTo(ChronoUnit.MINUTES).toString());
        after(1.2);
        now(new TicketEvent.Identified(model, "by the number on the back"));
        after(2);
        List<String> failed = new ArrayList<>();
        boolean helped = false;
        for (Map.Entry<String, Integer> step : ROUTES.get(problem).entrySet()) {
            if (chance(25) && step.getValue() < 50) {
                continue; // this owner or device did not allow for it
            }
            after(chance(15) ? 25 : 2);
            helped = taken(step.getKey(), step.getValue(), model, backup);
            if (helped) {
                break;
            }
            failed.add(step.getKey());
        }
        if (helped) {
            after(chance(20) ? 40 : 4);
        } else {
            now(new TicketEvent.RouteChosen("hardware"));
        }
        now(new TicketEvent.Closed(helped ? Said.of("handed-over") : Ending.toHardware(failed)));
    }

    /** A step is taken. @return whether it helped */
    private boolean taken(String step, int helps, String model, String backup) {
        boolean erases = Steps.is(step, Step::erases);
        if (erases) {
            now(new TicketEvent.ConsentAsked(step, true, "owner", backup.equals("none") ? "there is none; everything is lost"
                    : "there is a backup; what is newer than it is lost"));
        }
        now(new TicketEvent.RouteChosen(step));
        boolean writes = Steps.is(step, Step::writes);
        boolean written = writes && written(step, model);
        if (!writes) {
            after(step.equals("charge") ? 35 : 4);
        }
        boolean helped = chance(helps) && (written || !writes);
        now(new TicketEvent.CheckAnswered("step-helped", helped ? "it helped" : "it did not help"));
        now(new TicketEvent.StepTried(step, helped));
        if (helped && erases) {
            setUp(backup);
        }
        return helped;
    }

    /** Keys, then a run on the computer. @return whether it went through */
    private boolean written(String step, String model) {
        now(new TicketEvent.FirmwareFrom(TicketEvent.FirmwareFrom.COMPUTER));
        Goal goal = step.equals("dfu-restore") ? Goal.DFU : Goal.RECOVERY;
        String who = one(PEOPLE);
        if (!mode(goal, model, who)) {
            return false;
        }
        now(new TicketEvent.RestoreStarted(""));
        for (int i = 0; i < STAGES.size(); i++) {
            now(new TicketEvent.StageReached(STAGES.get(i)));
            after(MINUTES.get(i) * (model.startsWith("iPad") ? 1.3 : 1));
            if (i == 0 && chance(9)) {
                now(new TicketEvent.ModeLost(Said.of("left-by-itself")));
                after(1);
                mode(goal, model, who);
            } else if (i == 6 && chance(7)) {
                return troubled();
            }
        }
        now(new TicketEvent.Restored(version));
        return true;
    }

    private boolean troubled() {
        now(new TicketEvent.ComputerProblem("error", "It could not be restored (14)"));
        for (Map.Entry<String, Integer> tried : steps("once-more", 30, "cable-and-port", 55, "update-host", 35).entrySet()) {
            after(8);
            boolean helped = chance(tried.getValue());
            now(new TicketEvent.ProblemTried(tried.getKey(), helped));
            if (helped) {
                after(14);
                now(new TicketEvent.Restored(version));
                return true;
            }
        }
        now(new TicketEvent.RestoreStopped(Said.of("host-gave-up")));
        return false;
    }

    /** @return whether one of four attempts landed */
    private boolean mode(Goal goal, String model, String who) {
        List<ButtonSequence> methods = SequenceLibrary.shipped().of(DeviceCatalogue.shipped().byIdentifier(model).orElseThrow().family(),
                goal);
        ButtonSequence method = methods.get(chance(70) ? 0 : random.nextInt(methods.size()));
        int lands = (goal == Goal.DFU ? 45 : 75) + (who.equals(DemoPractice.PERSON) ? 10 : 0);
        for (int i = 0; i < 4; i++) {
            after(0.7);
            boolean landed = chance(lands);
            now(new TicketEvent.ButtonsAttempted(method.method(), goal.toString(), landed, landed
                    ? Said.of("host-has-it", "mode", goal.toString()) : Said.of("up-on-host"), List.of(), who));
            if (landed) {
                now(new TicketEvent.ModeEntered(Mode.of(goal.toString())));
                return true;
            }
        }
        return false;
    }

    /** The first pages at the bench, the rest at home. */
    private void setUp(String backup) {
        now(new TicketEvent.CheckAnswered("greeting-seen", "seen"));
        if (chance(60)) {
            List<List<String>> pages = List.of(List.of("greeting", "seen"), List.of("language", "done"), List.of("by-hand", "hand"),
                    List.of("network", "joined"), List.of("activation", "activated"));
            for (List<String> page : pages) {
                after(page.getFirst().equals("activation") ? 2.5 : 0.8);
                now(new TicketEvent.GuideNoted("set-up", page.getFirst(), page.getLast()));
            }
        }
        new TreeMap<>(Map.of("account-lock", "owner signed in", "passcode-set", "set by the owner", "data-back", backup.equals("none")
                ? "set up as new" : "cloud backup running")).forEach((check, answer) -> now(new TicketEvent.CheckAnswered(check, answer)));
    }
}
