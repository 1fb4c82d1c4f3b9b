package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.buttons.IdentifyCommand;
import wistaxis.cli.output.Output;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.Route;
import wistaxis.core.route.RouteContext;
import wistaxis.core.route.RouteFacts;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;
import wistaxis.standins.StandInOffers;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.plan.Quote;
import wistaxis.workbench.ticket.Shop;

@Command(name = "route", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.route}")
public final class RouteCommand extends Output {
    @Option(names = "--facts", required = true, paramLabel = "FILE", description = "${bundle:cli.help.route.facts}")
    private Path facts = Path.of("");

    @Option(names = "--prefer", paramLabel = "NAME=VALUE",
            description = "${bundle:cli.help.route.prefer}")
    private List<String> preferences = new ArrayList<>();

    @Option(names = "--practice", description = "${bundle:cli.help.route.practice}")
    private boolean practice;

    @Option(names = "--data", paramLabel = "DIR", description = "${bundle:cli.help.route.data}")
    private @Nullable Path data;

    private record Stop(String reason) {}

    private record Step(String id, boolean keeps, String status, List<Integer> minutes, List<Text> reasons, List<Text> cautions) {
        static Step of(Route.RouteStep r, Range download) {
            String status = r.done() && r.status() != Route.Status.REFUSED ? "done" : r.status() == Route.Status.NEEDS_CONSENT ? "blocked"
                    : r.status().toString().toLowerCase(Locale.ROOT);
            return new Step(r.step().id(), r.step().keeps(), status, takes(r, download), r.reasons(), r.cautions());
        }
    }

    /** Least and most, the download included. */
    private static List<Integer> takes(Route.RouteStep r, Range download) {
        Range takes = Quote.of(r.step(), download, new TimeHistory(RestoreStage.shipped())).step();
        return List.of((int) Math.round(takes.low() / 60), (int) Math.round(takes.high() / 60));
    }

    private record Backup(String kind, @Nullable SystemVersion version, @Nullable String device, @Nullable Long sizeBytes,
            @Nullable Boolean fits, @Nullable Boolean grey, boolean take) {
        static Backup of(BackupPlan.Line l) {
            return new Backup(l.backup().kind(), l.backup().version(), l.backup().device(), l.backup().sizeBytes(), l.fits(), l.grey(),
                    l.take());
        }
    }

    private record Row(@Nullable Stop stop, List<Step> steps, @Nullable String recommended, @Nullable SystemVersion target,
            List<Backup> backups) {}

    @Override
    public void run() {
        RoutePlanner planner = RoutePlanner.shipped(DEVICES, SequenceLibrary.shipped());
        Map<String, String> chosen = IdentifyCommand.pairs(preferences);
        chosen.forEach((name, value) -> check(planner, name, value));
        CaseFacts of = CaseFacts.parse(text(facts, "case", 1), facts.getFileName().toString());
        List<SystemVersion> signed = practice ? StandInOffers.signed() : known(of);
        Route route = planner.plan(of, new RouteContext(signed, chosen, Map.of()));
        if (!route.contradictions().isEmpty()) {
            throw new BadInput(t("cli.route.contradiction", "file", facts.getFileName(), "why", Text.join(" ", route.contradictions())));
        }
        BackupPlan backups = BackupPlan.of(route.backups(), route.target(), signed, _ -> Optional.empty());
        Range download = download(of);
        Row row = new Row(route.stop() == null ? null : new Stop(route.stop().toString()), route.steps().stream().map(r -> Step.of(r,
                download)).toList(),
                route.recommended().map(r -> r.step().id()).orElse(null),
                route.target(), backups.lines().stream().map(Backup::of).toList());
        List<String> words = new ArrayList<>(words(route, row.steps()));
        backups.says().forEach(s -> words.add(s.toString()));
        if (signed.isEmpty()) {
            words.add(t("cli.route.signed-unknown"));
        }
        answer(row, words);
    }

    /** Seconds for the firmware of the device at a line as shops have them: by the builds that are known, else by what is usual. */
    private Range download(CaseFacts of) {
        return Shop.download(Shop.size(practice ? List.of() : builds(of)), new TimeHistory(RestoreStage.shipped()));
    }

    /** The versions that the catalogue of the bench has as signed for the model. */
    private List<SystemVersion> known(CaseFacts of) {
        return builds(of).stream().filter(Build::signed).map(Build::version).toList();
    }

    private List<Build> builds(CaseFacts of) {
        String device = of.device();
        if (device == null) {
            return List.of();
        }
        DataFolder folder = new DataFolder(DataFolder.place(data, practice));
        return new CatalogueFile(folder.catalogue()).look(Instant.now()).of(device).stream().map(FirmwareCatalogue.Listed::build)
                .toList();
    }

    private static void check(RoutePlanner planner, String name, String value) {
        var known = planner.preferences().stream().filter(p -> p.preference().equals(name)).findFirst()
                .orElseThrow(() -> new BadInput(t("cli.route.no-preference", "name", name, "known", planner.preferences()
                .stream() .map(p -> p.preference()).toList())));
        if (known.options().stream().noneMatch(o -> o.value().equals(value))) {
            throw new BadInput(t("cli.route.preference", "name", name, "value", value, "known", known.options()
                    .stream() .map(RouteFacts.Option::value) .toList()));
        }
    }

    private static List<String> words(Route route, List<Step> steps) {
        List<String> lines = new ArrayList<>();
        if (route.stop() != null) {
            lines.add(t("cli.route.stop", "why", route.stop()));
        }
        for (int i = 0; i < steps.size(); i++) {
            Route.RouteStep r = route.steps().get(i);
            lines.add(String.format(Locale.ROOT, "%-8s %-11s %-38s %d-%d min", steps.get(i).status(), r.step().keeps()
                    ? t("cli.route.keeps")
                    : t("cli.route.erases"), r.step().title(),
                    steps.get(i).minutes().getFirst(), steps.get(i).minutes().getLast()));
            r.reasons().stream().filter(x -> !x.equals(route.stop())).forEach(x -> lines.add("           - " + x));
            r.cautions().forEach(x -> lines.add("           ! " + x));
        }
        route.backups().forEach(b -> lines.add(t(b.fits() == null ? "cli.route.backup-unknown" : b.fits() ? "cli.route.backup-fits"
                : "cli.route.backup-no", "kind", b.backup().kind(), "version", b.backup().version(), "target", String.valueOf(
                route.target()))));
        return lines;
    }
}
