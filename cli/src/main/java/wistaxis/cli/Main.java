package wistaxis.cli;

import static wistaxis.core.words.Say.t;

import java.io.PrintWriter;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine;
import wistaxis.cli.backup.BackupCommands;
import wistaxis.cli.buttons.CardCommand;
import wistaxis.cli.buttons.DevicesCommand;
import wistaxis.cli.buttons.IdentifyCommand;
import wistaxis.cli.buttons.ImeiCommand;
import wistaxis.cli.buttons.MarginsCommand;
import wistaxis.cli.buttons.MethodCommand;
import wistaxis.cli.buttons.SequencesCommand;
import wistaxis.cli.buttons.SimulateCommand;
import wistaxis.cli.firmware.FirmwareCommand;
import wistaxis.cli.firmware.FirmwareFileCommand;
import wistaxis.cli.firmware.TimeoutCommand;
import wistaxis.cli.ledger.CustomersCommand;
import wistaxis.cli.ledger.DocumentCommand;
import wistaxis.cli.ledger.FiguresCommand;
import wistaxis.cli.ledger.LedgerCommand;
import wistaxis.cli.output.Call;
import wistaxis.cli.ticket.GuideCommand;
import wistaxis.cli.ticket.LotCommand;
import wistaxis.cli.ticket.PlanCommand;
import wistaxis.cli.ticket.PromiseCommand;
import wistaxis.cli.ticket.RouteCommand;
import wistaxis.cli.ticket.TicketCommand;
import wistaxis.core.facts.ProgramVersion;

/** Entry point of the command line. */
@Command(name = "wistaxis", mixinStandardHelpOptions = true, versionProvider = Main.Ours.class, synopsisSubcommandLabel = "COMMAND",
        description = "${bundle:cli.help.main.wistaxis}")
public final class Main implements Runnable {
    private static final List<Class<?>> COMMANDS = List.of(DevicesCommand.class, SequencesCommand.class, GuideCommand.class,
            DocumentCommand.class, FiguresCommand.class, CustomersCommand.class,
            SimulateCommand.class,
            MarginsCommand.class, CardCommand.class, MethodCommand.class,
            LedgerCommand.class, TicketCommand.class, LotCommand.class, PlanCommand.class, PromiseCommand.class, ImeiCommand.class,
                    IdentifyCommand.class,
                    RouteCommand.class,
            FirmwareCommand.class, FirmwareFileCommand.class, BackupCommands.Make.class, BackupCommands.Restore.class,
            TimeoutCommand.class);

    @CommandLine.Spec
    private CommandLine.Model.@org.jspecify.annotations.Nullable CommandSpec spec;

    /** What {@code --version} answers. */
    static final class Ours implements CommandLine.IVersionProvider {
        @Override
        public String[] getVersion() {
            return new String[] {ProgramVersion.OURS};
        }
    }

    public static void main(String[] args) {
        Call.andExit(new Main(), COMMANDS, args);
    }

    /** @return the exit status; 1 too where the answer could not be written */
    public static int run(PrintWriter out, PrintWriter err, String... args) {
        return Call.run(new Main(), COMMANDS, out, err, args);
    }

    @Override
    public void run() {
        throw new CommandLine.ParameterException(java.util.Objects.requireNonNull(spec).commandLine(), t("cli.missing-command"));
    }
}
