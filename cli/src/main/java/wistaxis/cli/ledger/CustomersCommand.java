package wistaxis.cli.ledger;

import static wistaxis.core.words.Say.t;

import java.nio.file.Files;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.OnLedger;
import wistaxis.store.people.People;

@Command(name = "customers", mixinStandardHelpOptions = true, description = "${bundle:cli.help.customers}")
public final class CustomersCommand extends OnLedger {
    @Parameters(paramLabel = "WORDS", arity = "0..1", defaultValue = "",
            description = "${bundle:cli.help.customers.words}")
    private String search = "";

    private record Kept(String ticket, @Nullable String name, String reach, @Nullable String language, @Nullable String imei,
            List<String> serials) {
        private String words() {
            return ticket + "  " + String.join(", ", Stream.of(name == null ? t("cli.customers.no-name") : name, reach, imei == null ? ""
                    : t("cli.customers.imei", "imei", imei), String.join(" ", serials)).filter(s -> !s.isBlank()).toList());
        }
    }

    private record Answer(List<Kept> customers) {}

    @Override
    public void run() {
        List<Kept> kept = Files.exists(folder().people()) ? read() : List.of();
        answer(new Answer(kept), kept.isEmpty() ? List.of(t(search.isBlank() ? "cli.customers.none" : "cli.customers.none-found"))
                : kept.stream()
                .map(Kept::words).toList());
    }

    private List<Kept> read() {
        try (People people = People.look(folder().people())) {
            return (search.isBlank() ? people.tickets() : people.find(search)).stream().flatMap(t -> people.of(t).map(p -> new Kept(t,
                    p.name(), p.reach(), p.language(), p.imei(), p.serials())).stream()).toList();
        }
    }
}
