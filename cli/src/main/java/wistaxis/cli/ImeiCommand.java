package wistaxis.cli;

import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.core.device.Imei;

@Command(name = "imei", mixinStandardHelpOptions = true, description = "Check the check digit of an IMEI.")
final class ImeiCommand extends Output {
    @Parameters(paramLabel = "NUMBER", description = "15 digits; spaces and hyphens do not matter")
    private String number = "";

    private record Row(String imei, boolean valid, int expectedCheckDigit) {}

    @Override
    public void run() {
        Imei imei = Imei.parse(number);
        if (!imei.valid()) {
            throw new Refusal("IMEI [" + number + "] is misread: its check digit is [" + imei.digits().charAt(14) + "], the other digits call for ["
                    + imei.expectedCheckDigit() + "]; read it again");
        }
        answer(new Row(imei.digits(), true, imei.expectedCheckDigit()), List.of(imei.digits() + ": the check digit fits"));
    }
}
