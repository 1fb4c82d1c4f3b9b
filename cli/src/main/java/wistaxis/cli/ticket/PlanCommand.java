package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.plan.PlanFile;
import wistaxis.core.words.Text;

@Command(name = "plan", mixinStandardHelpOptions = true, subcommands = {WhatIfCommand.class, CheckPlan.class},
        description = "${bundle:cli.help.plan}")
public final class PlanCommand extends OnPlan {
    private static final DateTimeFormatter HOUR = DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT).withZone(ZoneId.systemDefault());

    /** @param next the first moment that needs hands; null when nothing does @param plan what {@code plan check} reads */
    private record Row(@Nullable Call next, List<Lane> lanes, PlanFile plan) {}

    private record Call(String ticket, Instant at, Text what) {}

    private record Lane(String ticket, String title, String stage, boolean late, List<BenchPlan.Span> spans) {}

    @Override
    public void run() {
        Planned planned = planned();
        BenchPlan plan = planned.plan();
        List<Lane> lanes = plan.lanes().stream()
                .map(l -> new Lane(l.job().ticket(), planned.tickets().get(l.job().ticket()).title(), l.job().stage().words()
                        .toString(), l.late(), l.spans()))
                .toList();
        Row row = new Row(plan.nextCall().map(c -> new Call(c.ticket(), c.at(), c.what())).orElse(null), lanes, PlanFile.of(plan.bench(),
                plan.schedule()));
        List<String> words = words(row);
        words.addAll(planned.unreadable());
        answer(row, words);
    }

    private static List<String> words(Row row) {
        List<String> words = new ArrayList<>(List.of(row.next() == null ? t("cli.plan.nothing") : t("cli.plan.next", "at",
                HOUR.format(row.next().at()), "number", row.next().ticket(), "what", row.next().what())));
        for (Lane lane : row.lanes()) {
            words.add(lane.ticket() + "  " + (lane.late() ? t("cli.plan.late", "title", lane.title()) : lane.title()));
            lane.spans().forEach(s -> words.add("  " + HOUR.format(s.start()) + "–" + HOUR.format(s.end()) + "  "
                    + (s.hands() ? t("cli.plan.hands-on", "what", s.what()) : s.what())));
        }
        return words;
    }
}
