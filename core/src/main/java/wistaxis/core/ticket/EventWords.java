package wistaxis.core.ticket;

import static wistaxis.core.words.Say.t;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.Mistake;
import wistaxis.core.buttons.Reading;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Units;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.Steps;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.core.words.Text;

/** Events in words, for the ledger, the timeline and whoever else reads what happened. */
public final class EventWords {
    private static final Pattern MOMENT = Pattern.compile("[+-]?\\d{4,10}-\\d\\d-\\d\\dT.*");

    private EventWords() {}

    /** In the language that is spoken here. What this Wistaxis has no words for stays as it was written. */
    public static String of(TicketEvent event) {
        return switch (event) {
            case TicketEvent.Opened e -> t(e.simulated() ? "core.event.opened-simulated" : "core.event.opened", "title", e.title());
            case TicketEvent.FactRecorded e -> answered(List.of(e));
            case TicketEvent.FactWithdrawn e -> t("core.event.withdrawn", "fact", fact(e.fact()));
            case TicketEvent.Identified e -> t("core.event.identified", "model", model(e.identifier()), "how", of(e.how()));
            case TicketEvent.ConsentAsked e -> t(e.given() ? "core.event.consent" : "core.event.no-consent", "who", person(e.who()), "step",
                    Steps.title(e.step()), "told", e.toldAboutBackup());
            case TicketEvent.RouteChosen e -> t("core.event.step", "step", Steps.title(e.step()));
            case TicketEvent.BuildChosen e -> t("core.event.build", "version", e.version(), "build", e.build());
            case TicketEvent.DownloadStarted e -> e.fromByte() > 0
                    ? t("core.event.download-goes-on", "build", e.build(), "bytes", Units.inWords(e.fromByte()))
                    : t("core.event.download-started", "build", e.build());
            case TicketEvent.DownloadStopped e -> t("core.event.download-stopped", "build", e.build(), "bytes", Units.inWords(e.atByte()),
                    "why", of(e.reason()));
            case TicketEvent.Downloaded e -> t("core.event.downloaded", "build", e.build(), "bytes", Units.inWords(e.bytes()), "seconds",
                    Math.round(e.seconds()));
            case TicketEvent.FirmwareVerified e -> t("core.event.verified", "build", e.build(), "parts", e.parts(), "digest",
                    Chain.head(e.sha256()));
            case TicketEvent.FirmwareAccepted e -> t("core.event.used-not-verified", "build", e.build(), "parts", e.parts());
            case TicketEvent.FirmwareRefused e -> t("core.event.refused", "build", e.build(), "why", e.reason());
            case TicketEvent.ButtonsAttempted e -> buttons(e);
            case TicketEvent.StateRead e -> t("core.event.state", "screen", screen(e.seen()), "computer", computer(e.computer()), "means",
                    of(e.means()));
            case TicketEvent.ModeEntered e -> t("core.event.mode", "mode", e.mode().words());
            case TicketEvent.ModeLost e -> t("core.event.mode-lost", "why", of(e.why()));
            case TicketEvent.RestoreStarted e -> e.build().isEmpty() ? t("core.event.restore-by-computer")
                    : t("core.event.restore", "build", e.build());
            case TicketEvent.StageReached e -> t("core.event.stage", "stage", Text.named("facts.stage.", e.stage()));
            case TicketEvent.SigningAnswered e -> t("core.event.signing", "says", of(e.says()));
            case TicketEvent.RestoreStopped e -> t("core.event.stopped", "why", of(e.why()));
            case TicketEvent.Restored e -> t("core.event.written", "version", e.version());
            case TicketEvent.CheckAnswered e -> t("core.event.check", "check", check(e.check()), "answer", checked(e.answer()));
            case TicketEvent.StepTried e -> t(e.helped() ? "core.event.step-helped" : "core.event.step-failed", "step",
                    Steps.title(e.step()));
            case TicketEvent.Overruled e -> t("core.event.overruled", "step", Steps.title(e.step()), "why", e.reason());
            case TicketEvent.UnlockOrdered e -> t("core.event.unlock-ordered", "carrier", e.carrier(), "day", e.ordered(), "low",
                    e.earliest(), "high", e.latest());
            case TicketEvent.UnlockAnswered e -> t("core.event.unlock", "what", Text.named("core.unlock.", e.what()));
            case TicketEvent.Closed e -> t("core.event.closed", "how", of(e.outcome()));
            case TicketEvent.BreakRead e -> t("core.event.break-read", "says", e.says());
            case TicketEvent.Sighted e -> sighted(e);
            case TicketEvent.DeviceBound e -> e.serial().isEmpty() ? t("core.event.bound-no-serial", "port", e.port())
                    : t("core.event.bound", "serial", e.serial(), "port", e.port());
            case TicketEvent.DeviceReleased e -> t("core.event.released", "why", of(e.why()));
            case TicketEvent.FirmwareFrom e -> t(e.source().equals(TicketEvent.FirmwareFrom.COMPUTER) ? "core.event.from-computer"
                    : "core.event.from-file");
            case TicketEvent.VersionOffered e -> t(e.taken() ? "core.event.offered-taken" : "core.event.offered", "version", e.version());
            case TicketEvent.ComputerSize e -> t("core.event.computer-size", "size", Units.inWords(e.bytes()));
            case TicketEvent.ComputerLeft e -> t("core.event.minutes-left", "minutes", e.minutes());
            case TicketEvent.ComputerProblem e -> e.words().isEmpty() ? t("core.event.computer", "what", failure(e.kind()))
                    : t("core.event.computer-says", "what", failure(e.kind()), "words", e.words());
            case TicketEvent.ProblemTried e -> t(e.helped() ? "core.event.try-helped" : "core.event.try-failed", "what",
                    Text.named("facts.try.", e.step()));
            case TicketEvent.GuideNoted e -> Guide.find(e.way()).flatMap(w -> w.steps().stream().filter(s -> s.id().equals(e.stop()))
                    .findFirst()).map(s -> t("core.event.page", "page", s.title(), "answer", s.answer(e.answer())
                    .map(Guide.Answer::words).or(() -> s.shown(e.answer()).map(n -> Text.of("core.span.minutes", "n", n)))
                    .orElse(Text.raw(e.answer()))))
                    .orElse(t("core.event.page", "page", apart(e.way()) + ", " + apart(e.stop()), "answer", apart(e.answer())));
            case TicketEvent.BackupNoted e -> t(Boolean.TRUE.equals(e.here()) ? "core.event.backup-made" : "core.event.backup-known",
                    "backup", backup(e));
            case TicketEvent.DocumentHandedOut e -> t("core.event.document", "document", Text.named("workbench.document.", e.document()),
                    "entry",
                    e.upTo());
            case TicketEvent.CustomerSealed e -> t("core.event.sealed", "digest", Chain.head(e.sha256()));
            case TicketEvent.CustomerForgotten e -> t("core.event.forgotten", "why", of(e.why()));
            case TicketEvent.Flapped e -> t("core.event.flapped", "times", e.times(), "seconds", Math.round(e.seconds()), "what",
                    e.period() == null ? t("core.event.loose") : t("core.event.loop", "seconds", e.period()));
            case TicketEvent.TakenBack e -> t("core.event.taken-back", "n", e.entries().size(), "entries", e.entries().stream()
                    .map(String::valueOf).toList());
            case TicketEvent.SettingChanged e -> t("core.event.setting", "name", e.name());
            case TicketEvent.NumbersKept e -> t("core.event.numbers", "from", String.valueOf(e.from()), "to", String.valueOf(e.to()));
            case TicketEvent.LeftOut e -> t("core.event.left-out", "n", e.entries().size(), "what", e.entries().stream().map(o ->
                    of(TicketEvent.parse(o.body(), ""))).collect(Collectors.joining("; ")));
            case TicketEvent.TakenOver e -> e.from() == null ? t("core.event.taken-over") : t("core.event.taken-over-from", "bench",
                    e.from());
            case TicketEvent.LotJoined e -> t("core.event.lot", "lot", e.lot(), "title", e.title());
            case TicketEvent.AtBench e -> t("core.event.at-bench", "who", e.who());
            case TicketEvent.Unreadable e -> t("core.event.unreadable", "why", e.why());
        };
    }

    /** Answers of the intake that were given in one go. */
    static String answered(List<TicketEvent.FactRecorded> facts) {
        return t("core.event.answers", "answers", facts.stream()
                .map(f -> answer(f.fact(), f.value())).toList());
    }

    /** An answer of the intake. */
    public static String answer(String fact, String value) {
        return t("core.event.answer", "fact", fact(fact), "value", value(fact, value));
    }

    /** What is kept as a key with its values. */
    public static Text of(Said said) {
        return Mistake.says(said).or(() -> Reading.says(said)).or(() -> Ending.says(said)).orElseGet(said::words);
    }

    /** A person of an entry: who lies sealed beside the ledger is said as such. */
    public static Text person(String who) {
        return who.equals(TicketEvent.CUSTOMER) ? Text.of("core.event.the-customer")
                : who.equals(TicketEvent.SOMEBODY_ELSE) ? Text.of("core.event.somebody-else") : Text.raw(who);
    }

    private static Text fact(String fact) {
        return Text.named("core.fact.", fact);
    }

    /** The value of a fact as the question it answers has it; what was written down or typed stays. */
    private static String value(String fact, String value) {
        if (value.equals("unknown") || value.equals("none")) {
            return t(value.equals("none") ? "core.intake.none" : "core.intake.not-known");
        }
        String whole = "facts.question." + fact + "." + value;
        if (Language.ENGLISH.has(whole)) {
            return t(whole);
        }
        Optional<Instant> moment = moment(value);
        return moment.isPresent() ? Say.language().dayAndTime(moment.get(), ZoneId.systemDefault()) : Say.language()
                .value(fact.endsWith("Words") ? List.of(value) : Arrays.stream(value.split(",")).map(v -> part(fact, v)).toList());
    }

    private static Text part(String fact, String value) {
        return DeviceButton.of(value).map(DeviceButton::words)
                .orElseGet(() -> Text.of("facts.question." + fact + "." + value).or(Text.of("core.value." + value).or(value).toString()));
    }

    private static Optional<Instant> moment(String value) {
        if (!MOMENT.matcher(value).matches()) {
            return Optional.empty();
        }
        try {
            return Optional.of(Instant.parse(value));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    private static String model(String identifier) {
        return DeviceCatalogue.shipped().byIdentifier(identifier).map(DeviceModel::name).orElse(identifier);
    }

    /** What went wrong at the computer. */
    public static Text failure(String kind) {
        return Text.of("facts.failure." + kind + ".title").or(apart(kind));
    }

    /** What a check is about, in a word or two. */
    public static Text check(String check) {
        return Text.named("core.check.", check);
    }

    /** An answer of a check; what was never one stays as it was written. */
    public static Text checked(String answer) {
        return Text.of("facts.check-answer." + answer.replaceAll("[^a-z0-9]+", "-")).or(answer);
    }

    private static Text screen(String seen) {
        return Text.named("core.screen.", seen.replace(' ', '-'));
    }

    private static Text computer(String computer) {
        return Text.named("core.computer.", computer);
    }

    private static String sighted(TicketEvent.Sighted e) {
        String source = e.source().equals("usb") ? "usb" : "said";
        Object screen = e.screen() == null ? "none" : screen(e.screen());
        Object computer = e.computer() == null ? "none" : computer(e.computer());
        return t("core.event.seen-" + source, "screen", screen, "computer", computer);
    }

    private static String buttons(TicketEvent.ButtonsAttempted e) {
        String says = e.succeeded() ? t("core.event.buttons-worked", "method", ButtonSequence.name(e.method()))
                : t("core.event.buttons-missed", "method", ButtonSequence.name(e.method()), "why", of(e.says()));
        return e.ends() == null ? says : t("core.event.buttons-ends", "says", says, "ends", e.ends().stream().map(s -> Text.of(
                "core.event.step-end", "sign", s.until().mark(), "seconds", s.at(), "how", s.how().toString())).toList());
    }

    private static Text backup(TicketEvent.BackupNoted e) {
        Text words = Text.of("core.backup.words", "kind", e.kind(), "device", e.device() == null ? "none" : e.device(), "at",
                e.at() == null ? "none" : e.at(), "version", e.version() == null ? "none" : e.version());
        return e.sizeBytes() == null && e.where() == null ? words : Text.of("core.event.backup-at", "backup", words, "size",
                e.sizeBytes() == null ? "none" : Units.inWords(e.sizeBytes()), "where", e.where() == null ? "none" : e.where());
    }

    private static String apart(String code) {
        return code.replace('-', ' ');
    }
}
