package wistaxis.core.usb;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The words of a serial string. In recovery and DFU it is a row of {@code NAME:VALUE}, with values in brackets where they hold blanks;
 * in normal mode it is the unit's own id. From memory; read leniently, whatever is there.
 *
 * @param words by name in capitals, in order
 * @param plain the whole string where it holds no such word
 */
public record SerialWords(Map<String, String> words, String plain) {
    private static final Pattern WORD = Pattern.compile("([A-Za-z]{2,8}):(?:\\[([^\\]]{0,80})\\]|([\\p{Alnum}._-]{1,80}))");

    /** A unit's number is not longer than this, an id of the normal mode is. From memory. */
    static final int LONGEST_SHORT = 16;

    private static final Set<String> ONE_UNIT = Set.of("ECID", "SRNM", "IMEI", "MEID", "UDID");

    public SerialWords {
        words = Collections.unmodifiableMap(new LinkedHashMap<>(words));
    }

    /** The id of the normal mode of devices since 2018: chip, and the unit's number that the low modes tell. From memory. */
    private static final Pattern CHIP_AND_UNIT = Pattern.compile("\\p{XDigit}{8}-(\\p{XDigit}{16})");

    public static SerialWords of(String serial) {
        Map<String, String> words = new LinkedHashMap<>();
        Matcher id = CHIP_AND_UNIT.matcher(serial.strip());
        if (id.matches()) {
            words.put("ECID", id.group(1));
            words.put("UDID", serial.strip());
            return new SerialWords(words, "");
        }
        Matcher found = WORD.matcher(serial);
        while (found.find()) {
            words.putIfAbsent(found.group(1).toUpperCase(Locale.ROOT), found.group(2) != null ? found.group(2) : found.group(3));
        }
        return new SerialWords(words, words.isEmpty() ? serial.strip() : "");
    }

    /** The chip's number. */
    public Optional<String> chip() {
        return number("CPID");
    }

    /** The board's number. */
    public Optional<String> board() {
        return number("BDID");
    }

    /** What names the one unit, whatever mode it is in that tells it: of recovery and DFU the unit's number, else the whole string. */
    public Optional<String> unit() {
        return plain.isEmpty() ? number("ECID") : Optional.of(plain);
    }

    /** The serial number that stands on the box, where it is told. */
    public Optional<String> serialNumber() {
        return Optional.ofNullable(words.get("SRNM")).filter(s -> !s.isBlank());
    }

    /** Chip and board together: what devices of one model have in common. Empty unless both are told. */
    public Optional<String> kind() {
        return chip().flatMap(c -> board().map(b -> c + "/" + b));
    }

    /** What names the one unit, in whatever words: its number and serial number, an IMEI, or the whole string. */
    public List<String> names() {
        return words.isEmpty() ? plain.isEmpty() ? List.of() : List.of(plain) : words.entrySet().stream()
                .filter(e -> ONE_UNIT.contains(e.getKey())).map(e -> number(e.getKey()).orElseThrow()).toList();
    }

    /**
     * The serial string with a mark in place of all that names the one unit; chip and board stay.
     *
     * @param mark the same for the same name, at least 16 capitals and digits that begin with a letter
     */
    public String marked(UnaryOperator<String> mark) {
        return words.isEmpty() ? plain.isEmpty() ? "" : mark(plain, mark) : words.entrySet().stream().map(e -> e.getKey() + ":"
                + (ONE_UNIT.contains(e.getKey()) ? mark(number(e.getKey()).orElseThrow(), mark) : "[" + e.getValue() + "]"))
                .collect(Collectors.joining(" "));
    }

    /** As long or as short a name as it was: the two sorts are told apart by that. */
    private static String mark(String name, UnaryOperator<String> mark) {
        String made = mark.apply(name);
        return name.length() > LONGEST_SHORT ? made : made.substring(0, LONGEST_SHORT - 2);
    }

    /** Leading zeros are no part of a number. */
    private Optional<String> number(String name) {
        Optional<String> said = Optional.ofNullable(words.get(name));
        return name.equals("UDID") ? said : said.map(v -> v.toUpperCase(Locale.ROOT).replaceFirst("^(0X)?0*(?=.)", ""));
    }

    /** As it is shown. */
    public String says() {
        return words.isEmpty() ? plain : words.entrySet().stream().map(e -> e.getKey() + " " + e.getValue())
                .collect(Collectors.joining(", "));
    }
}
