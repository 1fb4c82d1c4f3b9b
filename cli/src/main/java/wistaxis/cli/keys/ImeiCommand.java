package wistaxis.cli.keys;

import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.device.Imei;
import wistaxis.core.facts.BadInput;

@Command(name = "imei", mixinStandardHelpOptions = true, description = "Check the check digit of an IMEI.")
public final class ImeiCommand extends Output {
    @Parameters(paramLabel = "NUMBER", description = "15 digits; spaces and hyphens do not matter")
    private String number = "";

    private record Row(String imei, boolean valid, int expectedCheckDigit) {}

    @Override
    public void run() {
        Imei imei;
        try {
            imei = Imei.exact(number);
        } catch (BadInput e) {
            throw Imei.parse(number).valid() ? e : new Refusal(String.valueOf(e.getMessage()));
        }
        answer(new Row(imei.digits(), true, imei.expectedCheckDigit()), List.of(imei.digits() + ": the check digit fits"));
    }
}
