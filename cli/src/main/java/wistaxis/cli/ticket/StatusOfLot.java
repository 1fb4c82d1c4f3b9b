package wistaxis.cli.ticket;

import java.util.List;
import picocli.CommandLine.Command;

@Command(name = "status", mixinStandardHelpOptions = true, description = "${bundle:cli.help.lot.status}")
public final class StatusOfLot extends OnLot {
    @Override
    public void run() {
        answer(lot(), List.of());
    }
}
