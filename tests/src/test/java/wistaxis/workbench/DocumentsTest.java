package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import boofcv.abst.fiducial.QrCodeDetector;
import boofcv.factory.fiducial.FactoryFiducial;
import boofcv.struct.image.GrayU8;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.MultiFormatReader;
import com.google.zxing.NotFoundException;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import java.awt.Rectangle;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.PDFTextStripperByArea;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Language;
import wistaxis.core.work.Command;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.people.People;
import wistaxis.store.settings.ShopProfile;
import wistaxis.workbench.document.DocumentMaker.Kind;
import wistaxis.workbench.document.DocumentMaker;
import wistaxis.workbench.document.ShopHead;
import wistaxis.workbench.document.Documents;
import wistaxis.workbench.people.Customers;

/** The documents, read back with PDFBox: what stands on them, embedded fonts, tags, the code, and the same bytes each time. */
class DocumentsTest {
    @TempDir
    private Path folder;

    private static String text(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            for (PDPage page : document.getPages()) {
                for (COSName font : page.getResources().getFontNames()) {
                    assertThat(page.getResources().getFont(font).isEmbedded()).as("font %s", font).isTrue();
                }
            }
            assertThat(document.getDocumentCatalog().getStructureTreeRoot()).as("tagged").isNotNull();
            // PDF/UA says of itself which part it keeps: published, ISO 14289-1, clause 5
            assertThat(new String(document.getDocumentCatalog().getMetadata().toByteArray(), StandardCharsets.UTF_8))
                    .contains("<pdfuaid:part>1</pdfuaid:part>").doesNotContain("Date>" + LocalDate.now(ZoneOffset.UTC));
            String read = new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
            outside(pdf).ifPresent(words -> assertThat(words.split(" ")).as("another reader").contains(Arrays.stream(read.split(" "))
                    .filter(w -> w.matches("\\p{L}{3,}")).distinct().toArray(String[]::new)));
            return read;
        }
    }

    /** What a program outside reads of it, where it is installed. */
    private static Optional<String> outside(byte[] pdf) throws IOException {
        Path file = Files.createTempFile("paper", ".pdf");
        try {
            Files.write(file, pdf);
            Process reader = new ProcessBuilder("pdftotext", "-layout", file.toString(), "-").redirectErrorStream(true).start();
            return Optional.of(new String(reader.getInputStream().readAllBytes(), StandardCharsets.UTF_8).replaceAll("\\s+", " "));
        } catch (IOException _) {
            return Optional.empty();
        } finally {
            Files.delete(file);
        }
    }

    /** Read by the library that wrote it, and by one that knows nothing of it. */
    private static String scanned(byte[] pdf) throws IOException, NotFoundException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            BufferedImage page = new PDFRenderer(document).renderImageWithDPI(0, 150);
            GrayU8 grey = new GrayU8(page.getWidth(), page.getHeight());
            for (int i = 0; i < grey.data.length; i++) {
                grey.data[i] = (byte) page.getRGB(i % page.getWidth(), i / page.getWidth());
            }
            QrCodeDetector<GrayU8> second = FactoryFiducial.qrcode(null, GrayU8.class);
            second.process(grey);
            String said = second.getDetections().getFirst().message;
            String own = new MultiFormatReader().decode(new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(page.getWidth(),
                    page.getHeight(), page.getRGB(0, 0, page.getWidth(), page.getHeight(), null, 0, page.getWidth()))))).getText();
            assertThat(own).as("two readers").isEqualTo(said);
            return said;
        }
    }

    private static String ticket(BenchAtWork at) {
        String n = at.opened("Harbour <office> phone");
        Map.of("trouble", "unavailable", "ownership", "proved", "liquid", "no", "battery", "ok", "brokenKeys", "none", "blacklisted", "no",
                "backup", "none", "wrongTries", "8", "promised", "2026-05-12T16:00:00Z", "deviceWords", "it says unavailable & waits")
                .forEach((f, v) -> at.record(n, new TicketEvent.FactRecorded(f, v)));
        at.record(n, new TicketEvent.Identified("iPhone13,2", "by the number"));
        at.give(n, new Command.Choose("recovery-restore", "the owner", "there is none"));
        for (TicketEvent e : List.of(new TicketEvent.ButtonsAttempted("Plugged restart", "recovery", false, Said.sentence("let go too early"), List.of()),
                new TicketEvent.ButtonsAttempted("Plugged restart", "recovery", true, Said.sentence(""), List.of()), new TicketEvent.ModeEntered(Mode.RECOVERY),
                new TicketEvent.RestoreStarted("31K88"), new TicketEvent.StageReached("check"), new TicketEvent.Restored("31.10"),
                new TicketEvent.CheckAnswered("greeting-seen", "seen"))) {
            at.record(n, e);
        }
        return n;
    }

    /** Whatever labels a shop has: one page of that size, with the number on it and in its code. */
    @ParameterizedTest
    @CsvSource({"40 x 20, 40, 20", "54x25 mm, 54, 25", "62 mm × 29 mm, 62, 29", "100 X 50, 100, 50", "120 x 80, 120, 80"})
    void labelsAreAsLargeAsTheShopSays(String typed, double width, double height) throws Exception {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = ticket(at);
            at.bench.routes().profile(ShopProfile.Part.LABEL, typed);
            for (byte[] pdf : List.of(at.done(at.bench.documents().make(Kind.LABEL, n)).pdf(), at.done(at.bench.documents().testPage(true)))) {
                try (PDDocument one = Loader.loadPDF(pdf)) {
                    assertThat(one.getNumberOfPages()).isEqualTo(1);
                    assertThat(one.getPage(0).getMediaBox().getWidth() / 72 * 25.4).isCloseTo(width, within(0.3));
                    assertThat(one.getPage(0).getMediaBox().getHeight() / 72 * 25.4).isCloseTo(height, within(0.3));
                }
                assertThat(text(pdf)).contains(scanned(pdf));
            }
            assertThat(scanned(at.done(at.bench.documents().make(Kind.LABEL, n)).pdf())).isEqualTo(n);
            for (String bad : List.of("39 x 29", "62 x 19", "121 x 80", "62", "x", "62 x 29 x 3", "62 x -29")) {
                assertThatThrownBy(() -> at.bench.routes().profile(ShopProfile.Part.LABEL, bad)).isInstanceOf(BadInput.class);
            }
        }
    }

    @Test
    void everyDocumentSaysWhatTheLedgerSaysAndIsTheSameEachTime() throws Exception {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = ticket(at);
            List<LedgerEntry> entries = at.done(at.bench.tickets().history(n));
            DocumentMaker documents = new DocumentMaker(at.bench.routes().shop(), new DocumentMaker.Letterhead("Saltmarsh Repair Bench", List.of(
                    "Devices are kept for 60 days."), ZoneOffset.UTC));
            assertThat(text(documents.pdf(Kind.RECEIPT, entries)))
                    .contains("Intake receipt", "Harbour <office> phone", "it says unavailable & waits",
                    "Promised time 12 May 2026, 16:00", "Devices are kept for 60 days.", "Customer", "For the shop", entries.getLast().digest());
            assertThat(text(documents.pdf(Kind.CONSENT, entries))).contains("the owner", "agreed", "erases everything on the device",
                    "There is no backup", "The account lock stays");
            assertThat(text(documents.pdf(Kind.REPORT, entries))).contains("2 attempts with the buttons", "written: 31.10", "Version now 31.10",
                    "no backup this time", "Practice: nothing in this document happened");
            // Fields of the sample certificate: published, NIST SP 800-88 Rev. 1, appendix G
            assertThat(text(documents.pdf(Kind.ERASURE, entries))).contains("Person performing the sanitization", "Organization", "Location",
                    "Phone",
                    "Make and vendor", "Model", "Serial number", "Media property number", "Media type", "Media source", "Classification",
                    "Data backed up", "Backup location", "Method type", "Method used", "Method details", "Tool used", "Verification method",
                    "Post sanitization classification", "Notes", "Media destination", "Validated by", "What was not verified",
                    "No block of the storage was read back", "wistaxis ledger verify --anchor " + entries.getLast().number() + ":");
            List<LedgerEntry> unseen = entries.subList(0, entries.size() - 1);
            assertThatThrownBy(() -> documents.pdf(Kind.ERASURE, unseen)).as("nobody has seen the greeting").isInstanceOf(BadInput.class)
                    .hasMessageContaining("not asked");
            assertThat(text(documents.pdf(Kind.HOME, entries))).contains("Swipe up, or press Home", "do not come back", "Set it up as new");
            byte[] label = documents.pdf(Kind.LABEL, entries);
            assertThat(text(label)).contains(n);
            for (Kind kind : List.of(Kind.RECEIPT, Kind.LABEL)) {
                assertThat(scanned(documents.pdf(kind, entries))).as("read back").isEqualTo(n);
            }
            assertThatThrownBy(() -> documents.pdf(Kind.BUYING, entries)).isInstanceOf(BadInput.class).hasMessageContaining("no purchase check");
            byte[] once = documents.pdf(Kind.REPORT, entries);
            Documents.Made made = at.done(at.bench.documents().make(Kind.REPORT, n));
            at.done(at.bench.documents().handedOut(n, made));
            List<LedgerEntry> later = at.done(at.bench.tickets().history(n));
            assertThat(later.getLast().event()).isInstanceOfSatisfying(TicketEvent.DocumentHandedOut.class, e -> assertThat(e.upTo())
                    .isEqualTo(entries.getLast().number()));
            assertThat(documents.pdf(Kind.REPORT, later.stream().filter(e -> e.number() <= made.upTo()).toList())).as("byte for byte")
                    .isEqualTo(once);
            assertThat(at.done(at.bench.tickets().health().verify(_ -> true)).clean()).isTrue();
        }
    }

    /** A long timeline and letters that the fonts do not have: several pages, nothing lost that can be drawn. */
    @Test
    void aLongTimelineTakesSeveralPages() throws Exception {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = ticket(at);
            for (int i = 0; i < 40; i++) {
                at.record(n, new TicketEvent.StepTried("recovery-restore", false));
                at.record(n, new TicketEvent.RouteChosen(i % 2 == 0 ? "recovery-restore" : "dfu-restore"));
            }
            at.record(n, new TicketEvent.FactRecorded("deviceWords", "\u98db \ud83d\ude00 phone"));
            at.record(n, new TicketEvent.BackupNoted("cloud", null, "31.9", LocalDate.of(2026, 5, 1), 36_000_000_000L, null, null));
            List<LedgerEntry> entries = at.done(at.bench.tickets().history(n));
            Files.writeString(at.bench.desk(n).ticket().number().isEmpty() ? folder : folder.resolve("terms.txt"), "Terms of ours.\n");
            DocumentMaker documents = new DocumentMaker(at.bench.routes().shop(), new DocumentMaker.Letterhead("x", List.of(), ZoneOffset.UTC));
            try (PDDocument report = Loader.loadPDF(documents.pdf(Kind.REPORT, entries))) {
                assertThat(report.getNumberOfPages()).isGreaterThan(1);
            }
            assertThat(text(documents.pdf(Kind.RECEIPT, entries))).contains("phone");
            assertThat(Documents.terms(new DataFolder(folder))).containsExactly("Terms of ours.");
        }
    }

    /** Whoever reads German gets German: no everyday word of English is left, but for what people said in their own words. */
    @Test
    void everyDocumentIsSaidInGerman() throws Exception {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = ticket(at);
            at.record(n, new TicketEvent.BackupNoted("cloud", null, "31.9", LocalDate.of(2026, 5, 1), 36_000_000_000L, null, null));
            at.record(n, new TicketEvent.BackupNoted("computer", null, "31.11", LocalDate.of(2026, 5, 2), null, "disk 2", null));
            for (String answer : List.of("greeting seen", "language done", "by-hand hand", "network joined", "activation asks",
                    "account-lock signed-in", "privacy read", "face later", "passcode set", "data-cloud signed-in", "terms agreed", "backup-list chosen", "location on", "extras home", "first-restart asked",
                    "check-version passed", "check-calls left", "check-camera failed")) {
                String[] said = answer.split(" ");
                at.record(n, new TicketEvent.GuideNoted("set-up", said[0], said[1]));
            }
            at.record(n, new TicketEvent.LotJoined("L-0001", "Ferry"));
            List<LedgerEntry> entries = at.done(at.bench.tickets().history(n));
            DocumentMaker documents = new DocumentMaker(at.bench.routes().shop(), new DocumentMaker.Letterhead("Saltmarsh", List.of("Ours <b>and & the others."),
                    ZoneOffset.UTC, "Mr None", List.of("F0X"), Language.GERMAN, List.of(new DocumentMaker.LotDevice(entries, List.of("F0X"))), ShopHead.NONE));
            for (Kind kind : Kind.values()) {
                if (kind != Kind.BUYING) {
                    assertThat(text(documents.pdf(kind, entries)).replace("the owner", "").replace("there is none", "")).as("%s", kind).contains(kind == Kind.SHEET || kind == Kind.LABEL ? n
                            : "Prüfsumme")
                            .doesNotContainPattern("(?i)\\b(the(?! others)|and(?! & the others)|was not|with|from|this|which|not|are|is(?! none)|of"
                            + "|attempt|device)\\b");
                }
            }
            assertThat(text(documents.pdf(Kind.REPORT, entries))).contains("12. Mai 2026", "Beide Kameras prüfen", "Eine geht nicht",
                    "2 Versuche mit den Tasten");
            assertThat(text(documents.pdf(Kind.RECEIPT, entries))).contains("Mr None", "Ours <b>and & the others.", "Zugesagte Zeit 12.05.2026, 16:00");
            DocumentMaker fine = new DocumentMaker(at.bench.routes().shop(), new DocumentMaker.Letterhead("Saltmarsh", List.of(), ZoneOffset.UTC, "Fine",
                    List.of(), Language.GERMAN));
            assertThat(text(fine.pdf(Kind.RECEIPT, entries))).as("a name is a name").contains("Fine").doesNotContain("n In Ordnung n");
        }
    }

    /** Names as long and as foreign as they come: what the font cannot draw is said on the document. */
    @Test
    void lettersThatTheFontDoesNotHaveAreNamed() throws Exception {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = ticket(at);
            for (String name : List.of("\u05d0\u05d1 \u0645\u0627", "Bo \ud83d\ude00", "\u0416an \u1ea1")) {
                at.give(n, new Command.Keep(name, "", ""));
                String words = text(at.done(at.bench.documents().make(Kind.RECEIPT, n)).pdf());
                if (name.startsWith("\u0416")) {
                    assertThat(words).contains(name).doesNotContain("U+");
                } else {
                    assertThat(words).contains("\u25a1", name.startsWith("Bo") ? "U+1F600" : "U+05D0",
                            "The shop's records have them whole");
                }
            }
            assertThatThrownBy(() -> at.give(n, new Command.Keep("Quill".repeat(60), "", ""))).isInstanceOf(BadInput.class)
                    .hasMessageContaining("1 to 120 visible letters");
            at.record(n, new TicketEvent.FactRecorded("troubleWords", "x".repeat(150)));
            try (PDDocument receipt = Loader.loadPDF(at.done(at.bench.documents().make(Kind.RECEIPT, n)).pdf())) {
                PDFTextStripperByArea margin = new PDFTextStripperByArea();
                margin.addRegion("right", new Rectangle(595 - 45, 120, 45, 640));
                margin.extractRegions(receipt.getPage(0));
                assertThat(margin.getTextForRegion("right")).as("no word leaves the page").isBlank();
            }
            String long120 = "Quill".repeat(24);
            at.give(n, new Command.Keep(long120, "", ""));
            assertThat(text(at.done(at.bench.documents().make(Kind.RECEIPT, n)).pdf()).replace(" ", "")).contains(long120);
        }
    }

    /** Who brought it stands on the document, and nowhere in the ledger; forgotten, the chain still holds and the document says so. */
    @Test
    void theCustomerIsOnTheDocumentAndNotInTheLedger() throws Exception {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = ticket(at);
            at.give(n, new Command.Keep("Odo Quillfeather", "quay 7", ""));
            at.give(n, new Command.Consent("recovery-restore", true, "odo quillfeather", "none"));
            assertThat(text(at.done(at.bench.documents().make(Kind.CONSENT, n)).pdf())).contains("Who Odo Quillfeather, quay 7");
            assertThat(text(at.done(at.bench.documents().make(Kind.RECEIPT, n)).pdf())).contains("Odo Quillfeather, quay 7");
            assertThat(at.bench.people().find("quillfeather")).containsExactly(n);
            at.give(n, new Command.Answer("imei", "356958031648321"));
            at.give(n, new Command.OrderUnlock("356958031648321", "a carrier", "", "", "", "", ""));
            at.until(() -> at.bench.pending() == 0);
            assertThat(at.done(at.bench.tickets().history(n))).as("nowhere in the ledger").noneMatch(e -> e.body().toLowerCase(Locale.ROOT)
                    .contains("quillfeather") || e.body().contains("3569580"));
            String again = at.opened("The same phone");
            at.give(again, new Command.Answer("imei", "356958031648321"));
            at.until(() -> at.bench.pending() == 0);
            at.until(() -> at.bench.people().before(at.bench.ticket(again)).equals(List.of(n))); // it was here before
            assertThat(at.done(at.bench.people().forgetAfter(java.time.Duration.ofDays(30)))).as("still open").isZero();
            String old = at.opened("An old one");
            at.give(old, new Command.Keep("Bo Marrow", "", ""));
            at.record(old, new TicketEvent.Closed(Said.sentence("handed over")));
            at.record(again, new TicketEvent.FactRecorded("trouble", "slow"));
            assertThat(at.done(at.bench.people().forgetAfter(java.time.Duration.ofSeconds(-1)))).as("closed, and time has come")
                    .isEqualTo(1);
            assertThat(at.bench.people().find("marrow")).isEmpty();
            try (People people = People.open(new DataFolder(folder).people())) {
                people.forget(again, Instant.parse("2026-05-12T10:00:00Z")); // killed before the ledger had it
            }
            assertThat(Customers.onDocument(at.bench.ticket(again), People.Person.NOBODY, Customers.forgotten(new DataFolder(folder), again)))
                    .isEqualTo("Customer removed on 12 May 2026");
            at.done(at.bench.people().forget(n, Said.of("core.forgotten.asked")));
            assertThat(text(at.done(at.bench.documents().make(Kind.RECEIPT, n)).pdf())).contains("Customer removed on 12 May 2026")
                    .doesNotContain("Quillfeather");
            assertThat(at.done(at.bench.tickets().health().verify(_ -> true)).clean()).isTrue();
        }
    }
}
