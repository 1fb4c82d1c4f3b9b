package wistaxis.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A lot by the command line alone: opened, added to, asked after, and its documents. */
class LotCommandTest {
    @TempDir
    private Path folder;

    @TempDir
    private Path elsewhere;

    private int status;

    private String ran(String... args) {
        List<String> all = new ArrayList<>(Arrays.asList(args));
        all.addAll(List.of("--data", folder.toString()));
        StringWriter said = new StringWriter();
        PrintWriter both = new PrintWriter(said);
        status = Main.run(both, both, all.toArray(String[]::new));
        both.flush();
        return said.toString();
    }

    private JsonNode json(String... args) throws IOException {
        List<String> all = new ArrayList<>(Arrays.asList(args));
        all.add("--json");
        String out = ran(all.toArray(String[]::new));
        assertThat(status).as(out).isZero();
        return new ObjectMapper().readTree(out);
    }

    private static String text(Path pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
            return new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
        }
    }

    @Test
    void aLotIsOpenedAddedToAskedAfterAndPrinted() throws IOException {
        String first = json("ticket", "open", "School trolley").get("ticket").asText();
        json("ticket", "answer", first, "trouble=looping", "device=iPad12,1", "ownership=proved", "liquid=no", "imei=356958031648321");
        assertThat(ran("lot", "add", "L-0001", "GULL0001")).contains("there is no lot [L-0001]");
        json("lot", "open", first, "--title", "School trolley 3");
        Path list = Files.writeString(elsewhere.resolve("list.csv"), "GULL0001,tablet 1\nGULL0002\nGULL\nGULL0001\n");
        assertThat(ran("lot", "add", "L-0001", "--list", list.toString())).contains("2 lines cannot be added, so nothing was", "line 3: [GULL]",
                "line 4");
        assertThat(status).isEqualTo(2);
        assertThat(json("lot", "status", "L-0001").get("devices")).as("nothing is half written").hasSize(1);
        JsonNode added = json("lot", "add", "L-0001", "--list", list.toString(), "--leave-bad");
        assertThat(added.get("devices")).hasSize(3);
        assertThat(added.get("devices").get(1).get("title").asText()).isEqualTo("School trolley 3 2, tablet 1");
        assertThat(added.get("counts").get("TO_AGREE").asInt()).isEqualTo(3);
        assertThat(ran("lot", "add", "L-0001", "gull0002")).contains("the number that ends in 0002 is in this lot already");
        JsonNode second = json("ticket", "show", "T-0002");
        assertThat(second.get("identifier").asText()).as("it begins with the model of the first").isEqualTo("iPad12,1");
        assertThat(ran("ledger", "export", "--format", "json")).contains("lot-joined").doesNotContain("GULL", "356958031648321");

        Path report = elsewhere.resolve("report.pdf");
        ran("document", "lot-report", "--ticket", "T-0002", "--out", report.toString());
        assertThat(status).isZero();
        assertThat(text(report)).contains("Lot report", "L-0001 School trolley 3", "Devices 3", "still open 3", "GULL0002", "356958031648321");
        assertThat(ran("document", "lot-erasure", "--ticket", first, "--out", elsewhere.resolve("e.pdf").toString())).contains(
                "Of no device of lot [L-0001] anybody can say that it is erased");
        String alone = json("ticket", "open", "Deck phone").get("ticket").asText();
        assertThat(ran("document", "lot-report", "--ticket", alone, "--out", elsewhere.resolve("n.pdf").toString())).contains(
                "is a device of no lot");
    }
}
