package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine;
import wistaxis.core.facts.BadInput;
import wistaxis.core.lot.Lot;
import wistaxis.core.lot.LotList;
import wistaxis.core.work.Command;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.people.People;
import wistaxis.workbench.Alone;
import wistaxis.workbench.lot.Lots;
import wistaxis.workbench.people.Customers;

@CommandLine.Command(name = "add", mixinStandardHelpOptions = true, description = "${bundle:cli.help.lot.add}")
public final class AddToLot extends OnLot {
    @Parameters(index = "1..*", paramLabel = "NUMBER", description = "${bundle:cli.help.lot.add.number}")
    private List<String> numbers = List.of();

    @Option(names = "--list", paramLabel = "FILE", description = "${bundle:cli.help.lot.add.list}")
    private @Nullable Path file;

    @Option(names = "--leave-bad", description = "${bundle:cli.help.lot.add.leave-bad}")
    private boolean leaveBad;

    @Override
    public void run() {
        Lot lot = lot();
        LotList list = LotList.read(file == null ? String.join("\n", numbers) : text(file, "lot", 1), Lots.numbers(lot, n -> Customers
                .look(folder(), n)));
        if (!list.problems().isEmpty() && !leaveBad) {
            throw new BadInput(t("cli.lot.bad", "n", list.problems().size(), "problems", String.join("; ", list.problems())));
        }
        People.Person owner = Customers.look(folder(), lot.pattern().number());
        try (LedgerStore ledger = writable(folder())) {
            Alone alone = alone(ledger);
            int place = lot.devices().size();
            for (LotList.Entry entry : list.entries()) {
                String ticket = alone.open(new Command.Open(lot.titleOf(++place, entry.label()), practice())).orThrow().number();
                Lots.joins(lot, entry, owner, shop().intake()).forEach(c -> alone.give(ticket, null, null, c).orThrow());
            }
        }
        List<String> words = new ArrayList<>(list.problems());
        words.add(t("cli.lot.added", "n", list.entries().size()));
        answer(lot(), words);
    }
}
