package wistaxis.cli.buttons;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.facts.BadInput;
import wistaxis.store.document.LayoutCard;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.ledger.OutFile;

@Command(name = "card", mixinStandardHelpOptions = true, description = "${bundle:cli.help.card}")
public final class CardCommand extends Output {
    @Option(names = "--family", required = true, paramLabel = "F", description = "${bundle:cli.help.card.family}")
    private String family = "";

    @Option(names = "--out", required = true, paramLabel = "FILE.pdf", description = "${bundle:cli.help.card.out}")
    private Path file = Path.of("");

    @Option(names = "--replace", description = "${bundle:cli.help.card.replace}")
    private boolean replace;

    private record Written(String file, String family) {}

    @Override
    public void run() {
        ButtonLayout which = Arrays.stream(ButtonLayout.values()).filter(f -> f.toString().equalsIgnoreCase(family.strip())).findFirst()
                .orElseThrow(() -> new BadInput(t("cli.card.no-layout", "layout", family, "known",
                        Arrays.toString(ButtonLayout.values()))));
        try {
            OutFile.write(file, LayoutCard.pdf(which, SequenceLibrary.shipped()), replace);
        } catch (IOException e) {
            throw DiskProblem.of("card", file, e);
        }
        answer(new Written(file.toString(), which.toString()), List.of(t("cli.written", "file", file)));
    }
}
