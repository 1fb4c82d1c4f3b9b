package wistaxis.store.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Reading;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.ButtonLayout;

class LayoutCardTest {
    /** Read back by the library that also reads other programs' PDF files. */
    @ParameterizedTest
    @EnumSource
    void isOnePageWithEveryMethodAndNothingRunsOffIt(ButtonLayout family) throws IOException {
        SequenceLibrary library = SequenceLibrary.shipped();
        try (PDDocument pdf = Loader.loadPDF(LayoutCard.pdf(family, library))) {
            assertThat(pdf.getNumberOfPages()).isEqualTo(1);
            List<TextPosition> outside = new java.util.ArrayList<>();
            List<TextPosition> all = new java.util.ArrayList<>();
            PDFTextStripper reader = new PDFTextStripper() {
                @Override
                protected void processTextPosition(TextPosition at) {
                    boolean off = at.getXDirAdj() < 20 || at.getXDirAdj() + at.getWidthDirAdj() > Page.WIDTH - 20
                            || at.getYDirAdj() > Page.HEIGHT - 8;
                    if (off) {
                        outside.add(at);
                    }
                    all.add(at);
                    super.processTextPosition(at);
                }
            };
            String text = reader.getText(pdf).replaceAll("\\s+", " ");
            assertThat(outside).isEmpty();
            assertThat(onEachOther(all)).isEmpty();
            assertThat(text).contains(family.toString(), "What happened?", "no cable, no charger", "account lock");
            Stream.of(Goal.DFU, Goal.RECOVERY).flatMap(g -> Reading.of(g).stream())
                    .forEach(r -> assertThat(text).as("every row of the table").contains(r.next().toString()));
            library.all().stream().filter(s -> s.family() == family).map(s -> s.name().toString())
                    .forEach(method -> assertThat(text).contains(method));
        }
    }

    /** Letters of different lines that stand on each other. */
    private static List<String> onEachOther(List<TextPosition> all) {
        List<String> found = new java.util.ArrayList<>();
        for (TextPosition a : all) {
            for (TextPosition b : all) {
                float down = b.getYDirAdj() - a.getYDirAdj();
                boolean beside = b.getXDirAdj() > a.getXDirAdj() + a.getWidthDirAdj() || a.getXDirAdj() > b.getXDirAdj()
                        + b.getWidthDirAdj();
                boolean blank = a.getUnicode().isBlank() || b.getUnicode().isBlank();
                if (down > 0.5 && down < 0.72 * b.getFontSizeInPt() && !beside && !blank) {
                    found.add(a.getUnicode() + " on " + b.getUnicode() + " at " + a.getXDirAdj() + ", " + a.getYDirAdj());
                }
            }
        }
        return found;
    }
}
