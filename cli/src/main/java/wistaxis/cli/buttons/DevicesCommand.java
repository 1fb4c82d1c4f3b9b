package wistaxis.cli.buttons;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.Output;
import wistaxis.core.device.Body;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;

@Command(name = "devices", mixinStandardHelpOptions = true, description = "${bundle:cli.help.devices}")
public final class DevicesCommand extends Output {
    @Parameters(arity = "0..1", paramLabel = "QUERY", description = "${bundle:cli.help.devices.query}")
    private @Nullable String query;

    private record Row(String identifier, String name, String family, String plug, List<String> aNumbers, List<String> buttons) {
        static Row of(DeviceModel m) {
            return new Row(m.identifier(), m.name(), m.family().toString(), m.plug(), m.aNumbers(),
                    m.body().buttons().stream().map(Body.ButtonPlace::button).map(Enum::name).toList());
        }
    }

    @Override
    public void run() {
        List<DeviceModel> found = query == null ? DEVICES.models() : DEVICES.search(query);
        if (found.isEmpty()) {
            throw new BadInput(t("cli.device.unknown-query", "query", query));
        }
        answer(found.stream().map(Row::of).toList(), found.stream()
                .map(m -> String.format(Locale.ROOT, "%-12s %-37s %-11s %-6s %s", m.identifier(), m.name(), m.family(), m.plug(),
                String.join(" ", m.aNumbers()))).toList());
    }
}
