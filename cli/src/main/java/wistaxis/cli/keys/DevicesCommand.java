package wistaxis.cli.keys;

import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.Output;
import wistaxis.core.device.Body;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;

@Command(name = "devices", mixinStandardHelpOptions = true, description = "List the devices known, or those that a text may mean.")
public final class DevicesCommand extends Output {
    @Parameters(arity = "0..1", paramLabel = "QUERY", description = "identifier, A-number or name, or a part of one")
    private @Nullable String query;

    private record Row(String identifier, String name, String family, String plug, List<String> aNumbers, List<String> keys) {
        static Row of(DeviceModel m) {
            return new Row(m.identifier(), m.name(), m.family().toString(), m.plug(), m.aNumbers(),
                    m.body().keys().stream().map(Body.KeyPlace::key).map(Enum::name).toList());
        }
    }

    @Override
    public void run() {
        List<DeviceModel> found = query == null ? DEVICES.models() : DEVICES.search(query);
        if (found.isEmpty()) {
            throw new BadInput("no device [" + query
                    + "] is known; write an identifier (iPhone13,2), an A-number (A2403) or a name, or answer questions about its looks: "
                    + "wistaxis identify");
        }
        answer(found.stream().map(Row::of).toList(), found.stream()
                .map(m -> String.format(Locale.ROOT, "%-12s %-37s %-11s %-6s %s", m.identifier(), m.name(), m.family(), m.plug(),
                String.join(" ", m.aNumbers()))).toList());
    }
}
