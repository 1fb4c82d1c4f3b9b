package wistaxis.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.text.PluralRules;
import com.ibm.icu.util.ULocale;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.DecimalFormatSymbols;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Start;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.steps.Judgement;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Stage;

/** The message files, and what is made of them. */
class LanguageTest {
    private static final Pattern KEY = Pattern.compile("\"((?:facts|core|store|workbench|standins|desktop|cli)\\.[a-zA-Z0-9.-]*[a-zA-Z0-9])\"");

    private static Map<String, String> all(String tag) {
        Map<String, String> all = new TreeMap<>();
        Language.FILES.forEach(f -> all.putAll(MessageFile.shipped(f, tag)));
        return all;
    }

    /** A missing key is a failure here, not a hole on a page. */
    @Test
    void bothLanguagesSayTheSameThings() {
        Map<String, String> english = all("en");
        Map<String, String> german = all("de");
        assertThat(german.keySet()).isEqualTo(english.keySet());
        assertThat(english.size()).isGreaterThan(1900);
        english.forEach((key, pattern) -> {
            assertThat(MessageFile.arguments(german.get(key))).as(key).isEqualTo(MessageFile.arguments(pattern));
            assertThat(pattern).as(key).isNotBlank().doesNotContain("!", "please", "successfully");
            assertThat(MessageFile.arguments(pattern)).as(key).containsAll(new MessageFormat(pattern, Locale.UK).getArgumentNames());
            assertThat(new MessageFormat(german.get(key), Locale.GERMANY).getArgumentNames()).as(key)
                    .isEqualTo(new MessageFormat(pattern, Locale.UK).getArgumentNames());
        });
        assertThat(english.keySet()).allMatch(k -> Language.ENGLISH.has(k) && Language.GERMAN.has(k));
    }

    /** Whatever code, facts and templates name is there. */
    @Test
    void everyKeyThatIsNamedHasWords() throws IOException {
        Set<String> named = new TreeSet<>();
        for (String module : List.of("core", "store", "workbench", "standins", "desktop", "cli")) {
            try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main"))) {
                for (Path f : files.filter(p -> p.toString().matches(".*\\.(java|json)")).toList()) {
                    Matcher m = KEY.matcher(Files.readString(f));
                    while (m.find()) {
                        named.add(m.group(1));
                    }
                }
            }
        }
        Set<String> known = all("en").keySet();
        assertThat(named.size()).isGreaterThan(1000);
        assertThat(named.stream().filter(k -> !known.contains(k) && known.stream().noneMatch(o -> o.startsWith(k + ".") || o.startsWith(k + "-")))
                .filter(k -> !k.matches("core\\.(org|xml).*"))).as("named, but no message").isEmpty();
    }

    /** Keys that are made of a word of an enumeration, which the search above does not see. */
    @Test
    void everyWordOfAnEnumerationHasWords() {
        Stream<Stream<Text>> said = Stream.of(
                Stream.of(Attempt.Outcome.values()).map(Attempt.Outcome::words), Stream.of(Judgement.values()).map(Judgement::words),
                Stream.of(DeviceButton.values()).map(DeviceButton::words), Stream.of(ButtonLayout.values()).map(ButtonLayout::words),
                Stream.of(Goal.values()).map(Goal::words), Stream.of(Start.values()).map(Start::words),
                Stream.of(ComputerSees.values()).map(ComputerSees::words), Stream.of(Stage.values()).map(Stage::words));
        assertThat(said.flatMap(s -> s).map(Text::key).filter(k -> !Language.ENGLISH.has(k))).isEmpty();
    }

    /** Published: CLDR's samples of plurals, which come with ICU. */
    @Test
    void pluralsFollowTheSamplesOfTheLanguage() {
        for (Language language : Language.shipped()) {
            PluralRules rules = PluralRules.forLocale(ULocale.forLocale(language.locale()));
            for (String group : rules.getKeywords()) {
                for (double n : rules.getSamples(group)) {
                    String said = language.say(Text.of("desktop.bench.closed", "n", (long) n));
                    String one = language.say(Text.of("desktop.bench.closed", "n", 1)).replaceFirst("1", "");
                    assertThat(said.replaceFirst("[\\d.,]+", "").equals(one)).as("%s %s", language.tag(), n).isEqualTo(group.equals("one"));
                }
            }
        }
    }

    /** Against the JDK's own locale data. */
    @Test
    void numbersDaysAndListsAreWrittenAsTheirReadersWriteThem() {
        for (Language language : Language.shipped()) {
            DecimalFormatSymbols symbols = DecimalFormatSymbols.getInstance(language.locale());
            assertThat(language.value(1234567.5)).isEqualTo("1" + symbols.getGroupingSeparator() + "234" + symbols.getGroupingSeparator() + "567"
                    + symbols.getDecimalSeparator() + "5");
            LocalDate day = LocalDate.of(2026, 5, 12);
            assertThat(language.value(day)).isEqualTo(DateTimeFormatter.ofLocalizedDate(FormatStyle.MEDIUM).withLocale(language.locale())
                    .format(day));
        }
        assertThat(Language.ENGLISH.value(List.of("a", "b", "c"))).isEqualTo("a, b and c");
        assertThat(Language.GERMAN.value(List.of("a", "b", "c"))).isEqualTo("a, b und c");
    }

    /** A text is said in the language that is spoken where it is shown. */
    @Test
    void aTextIsAValueUntilItIsShown() {
        Text text = Text.of("facts.mistake.hold-too-short.says", "button", Text.of("facts.button.side"), "seconds", 1.5);
        assertThat(text).hasToString("You let go of Side after 1.5 s, before the screen went black: nothing happened.");
        assertThat(Say.in(Language.GERMAN, text::toString)).startsWith("Seitentaste wurde nach 1,5 s losgelassen");
        assertThat(Text.raw("As somebody {wrote} it, 'so'")).hasToString("As somebody {wrote} it, 'so'");
        assertThat(text).isEqualTo(Text.of("facts.mistake.hold-too-short.says", "button", Text.of("facts.button.side"), "seconds", 1.5));
    }

    /** A language of a folder: what is wrong in it is named and left out, and said in English. */
    @Test
    void whatIsWrongInALanguageFromOutsideIsNamedAndLeftOut() {
        String text = String.join("\n", "# ours", "desktop.head.bench = Banc", "desktop.nothing.such = x", "desktop.bench.call = {what", "",
                "desktop.bench.call-now = {numéro}", "desktop.bench.call-at = {number}",
                "desktop.bench.closed = {n, plural, one {{n, plural, one {{n, plural, one {{n, plural, other {a}}} other {b}}} other {c}}} other {d}}",
                "desktop.head.ledger = \u05e1\u05e4\u05e8", "desktop.head.new = " + "x".repeat(10_000_000 / 4),
                "desktop.drill.of = {n, plural, one {a} other b} {of}");
        OutsideLanguage.Read read = OutsideLanguage.read("fr", Map.of("desktop", text, "elsewhere", "a = b", "core", "core.several = \\u00zz"));
        Map<String, String> wrong = read.left().stream().collect(Collectors.toMap(p -> p.file() + ":" + p.line(), p -> p.what().toString(),
                (a, _) -> a));
        assertThat(wrong).containsKeys("elsewhere_fr.properties:0", "core_fr.properties:0");
        assertThat(wrong.get("desktop_fr.properties:3")).contains("[desktop.nothing.such]", "not a key");
        assertThat(wrong.get("desktop_fr.properties:4")).contains("[desktop.bench.call]");
        assertThat(wrong.get("desktop_fr.properties:7")).contains("leaves out at");
        assertThat(wrong.get("desktop_fr.properties:8")).contains("deep");
        assertThat(wrong.get("desktop_fr.properties:9")).contains("right to left");
        assertThat(wrong.get("desktop_fr.properties:10")).contains("letters");
        assertThat(wrong.get("desktop_fr.properties:11")).contains("[desktop.drill.of]");
        assertThat(read.language().say(Text.of("desktop.head.bench"))).isEqualTo("Banc");
        assertThat(read.language().say(Text.of("desktop.head.ledger"))).as("English instead").isEqualTo("Ledger");
        OutsideLanguage.Read huge = OutsideLanguage.read("fr", Map.of("desktop", "x".repeat(10_000_000)));
        assertThat(huge.left()).singleElement().satisfies(p -> assertThat(p.what()).asString().contains("10,000,000"));
    }
}
