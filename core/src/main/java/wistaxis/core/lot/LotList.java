package wistaxis.core.lot;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import wistaxis.core.device.DeviceNumber;
import wistaxis.core.facts.BadInput;

/**
 * A list of the devices of a lot, one a line: a serial number or an IMEI, and behind a comma, a semicolon or a tab what the owner calls
 * it. A first line of several without any digit is a heading.
 *
 * @param entries what can be taken, in order
 * @param problems what cannot, in words that name the line
 */
public record LotList(List<Entry> entries, List<String> problems) {
    /** Lines of a list; more devices than any trolley, and quick to read. Ours. */
    public static final int LONGEST = 2_000;

    private static final Pattern CELLS = Pattern.compile("[,;\\t]");

    /** @param line where it stands, from 1 @param label what the owner calls it; empty for nothing */
    public record Entry(int line, DeviceNumber number, String label) {}

    public LotList {
        entries = List.copyOf(entries);
        problems = List.copyOf(problems);
    }

    /**
     * Reads a list.
     *
     * @param known numbers that are in the lot already
     * @throws BadInput for more than {@link #LONGEST} lines
     */
    public static LotList read(String text, Set<DeviceNumber> known) {
        List<String> lines = text.lines().toList();
        if (lines.size() > LONGEST) {
            throw new BadInput(t("core.lot.too-long", "n", lines.size(), "most", LONGEST));
        }
        List<Entry> entries = new ArrayList<>();
        List<String> problems = new ArrayList<>();
        Map<DeviceNumber, Integer> seen = new HashMap<>();
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i).replace("\uFEFF", "");
            if (line.isBlank() || i == 0 && lines.size() > 1 && line.chars().noneMatch(Character::isDigit)) {
                continue;
            }
            try {
                Entry entry = entry(i + 1, line);
                Integer before = seen.putIfAbsent(entry.number(), i + 1);
                if (before != null) {
                    problems.add(t("core.lot.twice", "line", i + 1, "before", before, "tail", entry.number().tail()));
                } else if (known.contains(entry.number())) {
                    problems.add(t("core.lot.line", "line", i + 1, "why", t("core.lot.there", "tail", entry.number().tail())));
                } else {
                    entries.add(entry);
                }
            } catch (BadInput e) {
                problems.add(t("core.lot.line", "line", i + 1, "why", e.getMessage()));
            }
        }
        return new LotList(entries, problems);
    }

    private static Entry entry(int line, String text) {
        String[] cells = CELLS.split(text, 3);
        return new Entry(line, DeviceNumber.parse(unquoted(cells[0])), cells.length > 1 ? unquoted(cells[1]) : "");
    }

    private static String unquoted(String cell) {
        String bare = cell.strip();
        return bare.length() > 1 && bare.startsWith("\"") && bare.endsWith("\"") ? bare.substring(1, bare.length() - 1).strip() : bare;
    }
}
