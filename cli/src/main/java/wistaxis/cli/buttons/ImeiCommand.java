package wistaxis.cli.buttons;

import static wistaxis.core.words.Say.t;

import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.device.Imei;
import wistaxis.core.facts.BadInput;

@Command(name = "imei", mixinStandardHelpOptions = true, description = "${bundle:cli.help.imei}")
public final class ImeiCommand extends Output {
    @Parameters(paramLabel = "NUMBER", description = "${bundle:cli.help.imei.number}")
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
        answer(new Row(imei.digits(), true, imei.expectedCheckDigit()), List.of(t("cli.imei.fits", "imei", imei.digits())));
    }
}
