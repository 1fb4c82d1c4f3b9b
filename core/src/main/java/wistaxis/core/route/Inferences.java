package wistaxis.core.route;

import static wistaxis.core.words.Say.t;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Start;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.YesNo;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.firmware.WatchPairing;
import wistaxis.core.steps.Problem;
import wistaxis.core.steps.Steps;
import wistaxis.core.steps.UsualRoute;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;

/**
 * What follows from the facts of a case, as the flat names and values that the rules read, and the words that fill their reasons.
 * What cannot be inferred is left out, which is unknown.
 */
final class Inferences {
    private static final List<String> BEFORE_WRITING = List.of("download", "check", "extract", "prepare", "sign");
    private static final List<String> AFTER_WRITING = List.of("restart", "second-bar", "greeting");

    /** The erase button comes after more than so many wrong codes; after so many nobody enters one more to see it. Common practice. */
    private static final int BUTTON_AFTER = 7;
    private static final int LAST_TRY = 9;

    private static final List<String> ACCOUNT = List.of("messages", "contacts", "photos", "mail", "notes");

    private final CaseFacts c;
    private final SequenceLibrary sequences;
    private final List<Steps.Wait> waits;
    private final @Nullable UsualRoute route;
    private final RouteContext context;
    private final Optional<DeviceModel> model;
    private final Map<String, String> facts = new HashMap<>();
    private final Map<String, Object> words = new HashMap<>();

    Inferences(CaseFacts c, DeviceCatalogue devices, SequenceLibrary sequences, List<Steps.Wait> waits, @Nullable UsualRoute route,
            RouteContext context) {
        this.c = c;
        this.sequences = sequences;
        this.waits = waits;
        this.route = route;
        this.context = context;
        this.model = Optional.ofNullable(c.device()).flatMap(devices::byIdentifier);
        plain();
        device();
        buttons();
        tries();
        tried();
        versions();
        context.preferences().forEach((k, v) -> facts.put("prefer." + k, v));
    }

    Map<String, String> facts() {
        return facts;
    }

    Map<String, Object> words() {
        return words;
    }

    private void put(String fact, @Nullable Object value) {
        if (value != null) {
            facts.put(fact, value.toString());
        }
    }

    private void plain() {
        put("trouble", c.problem());
        put("ownerPassword", c.ownerPasswordKnown());
        put("locating", c.locating() == null ? null : c.locating() == YesNo.YES ? "on" : "off");
        put("online", c.online());
        put("eraseButton", c.eraseButton());
        put("ownership", c.ownership());
        put("blacklisted", c.blacklisted());
        put("liquid", c.liquid());
        put("battery", c.battery());
        put("consent", c.consent());
        put("opens", c.opens());
        put("backupWanted", c.backupWanted());
        put("hopesToRemember", c.hopesToRemember());
        put("watch", c.watch());
        put("watchKnown", c.watchVersion() == null ? null : "yes");
        put("imei", c.imei() == null ? null : "yes");
        if (c.also() != null) {
            c.also().forEach(this::put);
        }
        account();
        boolean leaves = route != null && route.leavesOwner() || Ticket.GIVEN_AWAY.equals(facts.get(Ticket.WISH));
        put("leaves", leaves ? "yes" : "no");
        boolean cameUp = "yes".equals(facts.get(CaseFacts.CAME_UP));
        put(CaseFacts.CAME_UP, cameUp ? "yes" : "no");
        put("mayOpen", cameUp || route != null && Boolean.TRUE.equals(route.mayOpen()) ? "yes" : "no");
        String stage = c.failedStage();
        put("failedAt", stage == null ? null : BEFORE_WRITING.contains(stage) ? "before-writing" : AFTER_WRITING.contains(stage) ? "after"
                : "writing");
    }

    /** What the owner's account holds, and what of the usual it does not. */
    private void account() {
        String data = c.also() == null ? null : c.also().get("accountData");
        if (data != null) {
            List<String> holds = CaseFacts.list(data);
            words(ACCOUNT.stream().filter(holds::contains).toList(), "accountHolds");
            words(ACCOUNT.stream().filter(a -> !holds.contains(a)).toList(), "accountLacks");
        }
    }

    private void words(List<String> data, String fact) {
        put(fact, data.isEmpty() ? "none" : "some");
        words.put(fact, data.stream().map(a -> Text.of("facts.question.accountData." + a)).toList());
    }

    private void device() {
        model.ifPresent(m -> {
            put("device", "known");
            put("family", m.family());
        });
    }

    private void buttons() {
        List<DeviceButton> broken = c.brokenButtons();
        if (broken == null) {
            return;
        }
        words.put("brokenKeys", broken.stream().map(DeviceButton::words).toList());
        for (Map.Entry<String, Goal> e : Map.of("Restart", Goal.FORCE_RESTART, "Recovery", Goal.RECOVERY, "Dfu", Goal.DFU).entrySet()) {
            if (broken.isEmpty()) {
                put("keysFor" + e.getKey(), "works");
            } else {
                model.ifPresent(m -> left(e.getKey(), sequences.of(m, e.getValue()), broken));
            }
        }
    }

    /** The methods whose buttons all work. Side and Top are one button under two names. */
    private void left(String name, List<ButtonSequence> methods, List<DeviceButton> broken) {
        boolean power = broken.stream().anyMatch(DeviceButton::isPower);
        List<ButtonSequence> left = methods.stream().filter(s -> s.buttons().stream().noneMatch(k -> broken.contains(k) || power
                && k.isPower()))
                .toList();
        put("keysFor" + name, left.isEmpty() ? "broken" : "works");
        if (!left.isEmpty() && left.size() < methods.size()) {
            put("otherSchool" + (name.equals("Recovery") ? "" : name), "yes");
            words.put(name.toLowerCase(java.util.Locale.ROOT) + "Schools", left.stream().map(ButtonSequence::name).toList());
        }
    }

    private void tries() {
        String word = facts.get("lockWord");
        if (word == null && Problem.of("disabled").equals(c.problem())) {
            word = "disabled"; // the customer's word, until somebody looks
            put("lockWord", word);
        }
        boolean computer = "computer".equals(word);
        put("mayShowButton", word == null || List.of("pad", "unavailable").contains(word) ? "yes" : "no");
        if (computer) {
            put("tries", "ended");
        }
        Integer n = c.wrongTries();
        if (n == null) {
            return;
        }
        words.put("wrongTries", String.valueOf(n));
        put("tries", computer || n >= 10 ? "ended" : waitMinutes().isPresent() ? "waits" : "few");
        put("triesForButton", n <= BUTTON_AFTER ? "below" : n >= LAST_TRY ? "past" : "enough");
        words.put("moreTries", Math.max(1, BUTTON_AFTER + 1 - n));
        words.put("moreWaits", Text.of("core.span.minutes", "n", waits.stream().filter(w -> w.tries() >= n && w.tries() <= Math.max(n,
                BUTTON_AFTER)).mapToInt(Steps.Wait::minutes).sum()));
        waitMinutes().ifPresent(m -> words.put("wait", Text.of("core.span.minutes", "n", m)));
    }

    /** The wait that is running after the wrong tries there were, in minutes. */
    Optional<Integer> waitMinutes() {
        return waits.stream().filter(w -> Objects.equals(w.tries(), c.wrongTries())).map(Steps.Wait::minutes).findFirst();
    }

    private void tried() {
        List<String> tried = c.tried();
        boolean noButtons = "broken".equals(facts.get("keysForRecovery")) && "broken".equals(facts.get("keysForDfu"));
        if (tried != null) {
            boolean inRecovery = tried.stream().anyMatch(t -> Steps.is(t, s -> Mode.RECOVERY.equals(s.mode())));
            boolean deep = tried.stream().anyMatch(t -> Steps.is(t, s -> Mode.DFU.equals(s.mode())))
                    || route != null && tried.stream().anyMatch(t -> t.equals(route.deepest()));
            boolean restored = tried.stream().anyMatch(t -> Steps.is(t, s -> Mode.RECOVERY.equals(s.mode()) && s.writes() && s.erases()));
            put("triedDfu", deep || facts.containsKey(CaseFacts.DFU_SCREEN) ? "yes" : "no");
            put("recoveryTried", restored ? "yes" : "no");
            put("backupMade", tried.contains("backup") ? "yes" : "no");
            put("signedOut", tried.contains("sign-out") ? "yes" : "no");
            put("hardwareSuspected", deep || route != null && route.shows() == Start.OFF && inRecovery ? "yes" : "no");
        }
        if (noButtons) {
            put("hardwareSuspected", "yes");
        }
    }

    /** The version that would be written. */
    @Nullable SystemVersion target() {
        return c.targetVersion() != null ? c.targetVersion() : newestSigned();
    }

    private @Nullable SystemVersion newestSigned() {
        return context.signed().stream().filter(v -> !v.isTest()).max(SystemVersion::compareTo).orElse(null);
    }

    List<Route.BackupFit> fits() {
        SystemVersion target = c.written() != null ? c.written() : target();
        return c.backups() == null ? List.of() : c.backups().stream()
                .map(b -> new Route.BackupFit(b, target == null || b.version() == null ? null
                : (Boolean) (b.version().compareTo(target) <= 0))).toList();
    }

    private void versions() {
        SystemVersion target = target();
        put("targetTest", target == null ? null : target.isTest() ? "yes" : "no");
        put("targetSaid", c.targetVersion() == null ? "no" : "yes");
        put("targetSigned", context.signed().isEmpty() || target == null ? null : context.signed().contains(target) ? "yes" : "no");
        words.put("signed", context.signed().stream().map(SystemVersion::toString).collect(Collectors.joining(", ")));
        words.put("target", target == null ? t("core.route.target") : target.toString());
        backupFacts();
        if (c.installedVersion() != null) {
            words.put("installed", c.installedVersion().toString());
        }
        if (target != null && c.installedVersion() != null) {
            put("move", target.compareTo(c.installedVersion()) < 0 ? "down" : "up");
        }
        if (c.watchVersion() != null) {
            words.put("watch", c.watchVersion().toString());
        }
        if (target != null && c.watchVersion() != null) {
            WatchPairing.pairs(target, c.watchVersion()).ifPresent(pairs -> put("watchAhead", pairs ? "no" : "yes"));
        } else if (c.watch() == YesNo.NO) {
            put("watchAhead", "no");
        }
    }

    private void backupFacts() {
        if (c.backups() == null) {
            return;
        }
        put("backup", c.backups().isEmpty() ? "none" : "some");
        put("backupKind", c.backups().size() > 1 ? "both" : c.backups().isEmpty() ? "none" : c.backups().getFirst().kind());
        words.put("backupVersions", c.backups().stream().map(b -> t("core.backup.kind-of", "kind", b.kind(), "version", b.version()))
                .collect(Collectors.joining(", ")));
        List<Route.BackupFit> fits = fits();
        if (!fits.isEmpty() && fits.stream().allMatch(f -> f.fits() != null)) {
            long fitting = fits.stream().filter(f -> Boolean.TRUE.equals(f.fits())).count();
            put("backupFits", fitting == fits.size() ? "all" : fitting == 0 ? "none" : "some");
        }
        newestThatMayFit(fits).ifPresent(b -> {
            put("newestBackup", "known");
            words.put("newestBackup", Text.of(b.inCloud() ? "core.backup.cloud-of" : "core.backup.computer-of", "at", b.at()));
        });
    }

    /** The newest backup by day among those not known to be too new; empty while a day is missing. */
    private static Optional<CaseFacts.Backup> newestThatMayFit(List<Route.BackupFit> fits) {
        List<CaseFacts.Backup> left = fits.stream().filter(f -> !Boolean.FALSE.equals(f.fits())).map(Route.BackupFit::backup).toList();
        return left.stream().anyMatch(b -> b.at() == null) ? Optional.empty() : left.stream()
                .max(Comparator.comparing(b -> Objects.requireNonNull(b.at())));
    }
}
