package wistaxis.store.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
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
            List<TextPosition> outside = new ArrayList<>();
            List<TextPosition> all = new ArrayList<>();
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

    /** No letter is so high, points. */
    private static final float FAR = 60;

    /** Letters of different lines that stand on each other. */
    private static List<String> onEachOther(List<TextPosition> all) {
        List<TextPosition> down = all.stream().filter(p -> !p.getUnicode().isBlank()).sorted(Comparator.comparing(TextPosition::getYDirAdj))
                .toList();
        List<String> found = new ArrayList<>();
        for (int i = 0; i < down.size(); i++) {
            TextPosition a = down.get(i);
            for (TextPosition b : down.subList(i + 1, down.size())) {
                float by = b.getYDirAdj() - a.getYDirAdj();
                if (by > FAR) {
                    break;
                }
                boolean beside = b.getXDirAdj() > a.getXDirAdj() + a.getWidthDirAdj() || a.getXDirAdj() > b.getXDirAdj()
                        + b.getWidthDirAdj();
                if (by > 0.5 && by < 0.72 * b.getFontSizeInPt() && !beside) {
                    found.add(a.getUnicode() + " on " + b.getUnicode() + " at " + a.getXDirAdj() + ", " + a.getYDirAdj());
                }
            }
        }
        return found;
    }
}
