package wistaxis.cli.ticket;

import picocli.CommandLine;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "show", mixinStandardHelpOptions = true, description = "${bundle:cli.help.showticket.show}")
public final class ShowTicket extends OnTicket {
    @Override
    public void run() {
        answer(read());
    }
}
