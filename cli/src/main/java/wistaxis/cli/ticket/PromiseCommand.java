package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.Promised;
import wistaxis.core.facts.BadInput;
import wistaxis.core.words.Text;

@Command(name = "promise", mixinStandardHelpOptions = true, description = "${bundle:cli.help.promise}")
public final class PromiseCommand extends OnPlan {
    private static final DateTimeFormatter HOUR = DateTimeFormatter.ofPattern("d MMM HH:mm", Locale.ROOT).withZone(ZoneId.systemDefault());

    @Parameters(index = "0", paramLabel = "NUMBER", description = "${bundle:cli.help.promise.number}")
    private String number = "";

    /** @param chance that what was promised is kept, 0 to 1; null where nothing was */
    private record Row(String ticket, Instant half, Instant likely, Instant nearly, List<Text> dependsOn, @Nullable Double chance) {}

    @Override
    public void run() {
        BenchPlan plan = planned().plan();
        Promised p = plan.promised(number).orElseThrow(() -> new BadInput(t("cli.promise.not-planned", "number", number)));
        Row row = new Row(number, p.half(), p.likely(), p.nearly(), p.dependsOn(), plan.chance(number).orElse(null));
        answer(row, List.of(t("cli.promise.by", "half", HOUR.format(p.half()), "likely", HOUR.format(p.likely()), "nearly", HOUR.format(p
                .nearly())), row.chance() == null ? t("cli.promise.nothing") : t("cli.promise.kept", "percent", Math.round(100 * row
                .chance())), t("cli.promise.depends", "what", p.dependsOn())));
    }
}
