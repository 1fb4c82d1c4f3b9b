package wistaxis.cli.keys;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.facts.BadInput;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.ledger.OutFile;
import wistaxis.store.paper.FamilyCard;

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
        KeyFamily which = Arrays.stream(KeyFamily.values()).filter(f -> f.toString().equalsIgnoreCase(family.strip())).findFirst()
                .orElseThrow(() -> new BadInput(t("cli.card.no-layout", "layout", family, "known", Arrays.toString(KeyFamily.values()))));
        try {
            OutFile.write(file, FamilyCard.pdf(which, SequenceLibrary.shipped()), replace);
        } catch (IOException e) {
            throw DiskTrouble.of("card", file, e);
        }
        answer(new Written(file.toString(), which.toString()), List.of(t("cli.written", "file", file)));
    }
}
