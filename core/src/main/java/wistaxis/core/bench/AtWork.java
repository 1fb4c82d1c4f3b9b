package wistaxis.core.bench;

import static wistaxis.core.words.Say.t;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.plan.Bench;
import wistaxis.core.time.BusinessDays;

/**
 * Who is at work and when, and the ports of the computers, as a shop writes them down.
 *
 * @param people a line each: a name, then times of the day, for example {@code Ada 9:00-12:30 13:00-17:30}; without times always;
 *     {@code -buttons} behind them is work that is not theirs; nobody
 *     written down means one pair of hands that is always there
 * @param ports a line each: a name, then the plugs of the cables that hang on it, for example {@code left 8-pin usb-c}; without plugs for
 *     each; none written down means that their number does not matter
 * @param calls when people are called; null for as usual
 */
public record AtWork(List<String> people, List<String> ports, @Nullable CallTimes calls) {
    public static final AtWork ONE = new AtWork(List.of(), List.of(), null);

    /** Days that a plan looks ahead. Ours. */
    private static final int DAYS = 30;
    private static final int MOST = 50;
    private static final int LONGEST = 120;
    private static final Pattern TIMES = Pattern.compile("(\\d{1,2})(?::(\\d{2}))?-(\\d{1,2})(?::(\\d{2}))?");

    /** Kinds of work that somebody may not do. */
    public static final Set<String> WORK = Set.of("intake", "identify", "route", "firmware", "buttons", "restore", "handover", "set-up");

    /** Plugs of devices. */
    private static final Set<String> PLUGS = Set.of("8-pin", "30-pin", "usb-c");

    /** What is written down; one pair of hands where nothing is. */
    public static AtWork of(@Nullable AtWork written) {
        return written == null ? ONE : written;
    }

    private record Times(LocalTime from, LocalTime to) {}

    public AtWork(List<String> people, List<String> ports) {
        this(people, ports, null);
    }

    /** When people are called. */
    public CallTimes called() {
        return calls == null ? CallTimes.USUAL : calls;
    }

    /** @throws BadInput for a line that cannot be read, with it */
    public AtWork {
        people = people.stream().map(String::strip).filter(l -> !l.isEmpty()).toList();
        ports = ports.stream().map(String::strip).filter(l -> !l.isEmpty()).toList();
        if (people.size() > MOST || ports.size() > MOST) {
            throw new BadInput(t("core.at-work.many", "most", MOST));
        }
        people.forEach(AtWork::times);
        ports.forEach(AtWork::port);
    }

    private static String[] words(String line) {
        if (line.length() > LONGEST) {
            throw new BadInput(t("core.at-work.line", "line", Shown.value(line)));
        }
        return line.split("\\s+");
    }

    private static List<Times> times(String line) {
        List<Times> times = new ArrayList<>();
        String[] words = Arrays.stream(words(line)).filter(w -> !isWork(w)).toArray(String[]::new);
        for (int i = 1; i < words.length; i++) {
            var match = TIMES.matcher(words[i].replace('\u2013', '-'));
            boolean isTime = match.matches();
            if (!isTime && (times.isEmpty() && !Character.isDigit(words[i].charAt(0)))) {
                continue; // a name of more than one word
            }
            try {
                if (!isTime) {
                    throw new DateTimeException(words[i]);
                }
                Times found = new Times(at(match.group(1), match.group(2)), at(match.group(3), match.group(4)));
                if (!found.from().isBefore(found.to()) || !times.isEmpty() && found.from().isBefore(times.getLast().to())) {
                    throw new DateTimeException(words[i]);
                }
                times.add(found);
            } catch (DateTimeException e) {
                throw new BadInput(t("core.at-work.times", "line", Shown.value(line), "what", Shown.value(words[i])), e);
            }
        }
        return times;
    }

    private static boolean isWork(String word) {
        return word.startsWith("-") && WORK.contains(word.substring(1));
    }

    private static LocalTime at(String hour, String minute) {
        return hour.equals("24") ? LocalTime.MAX : LocalTime.of(Integer.parseInt(hour), minute == null ? 0 : Integer.parseInt(minute));
    }

    private static Bench.Port port(String line) {
        String[] words = words(line);
        List<String> plugs = Arrays.stream(words).filter(PLUGS::contains).toList();
        List<String> name = Arrays.stream(words).filter(w -> !PLUGS.contains(w)).toList();
        if (name.isEmpty()) {
            throw new BadInput(t("core.at-work.port", "line", Shown.value(line), "plugs", PLUGS.stream().sorted().toList()));
        }
        return new Bench.Port(String.join(" ", name), Set.copyOf(plugs));
    }

    private static String name(String line) {
        return String.join(" ", Arrays.stream(words(line)).takeWhile(w -> !Character.isDigit(w.charAt(0)) && !isWork(w)).toList());
    }

    /** From a moment on, as a plan needs it. */
    public BenchPlan.Crew crew(Instant now, ZoneId zone, BusinessDays days) {
        List<Bench.Person> crew = people.stream().map(l -> person(l, now, zone, days)).toList();
        return new BenchPlan.Crew(crew.isEmpty() ? BenchPlan.Crew.ONE.people() : crew, ports.stream().map(AtWork::port).toList());
    }

    private static Bench.Person person(String line, Instant now, ZoneId zone, BusinessDays days) {
        List<Times> times = times(line);
        Set<String> cannot = Arrays.stream(words(line)).filter(AtWork::isWork).map(w -> w.substring(1)).collect(Collectors.toSet());
        if (times.isEmpty()) {
            return new Bench.Person(name(line), Bench.Person.always("").present(), cannot);
        }
        List<Bench.Stretch> present = new ArrayList<>();
        LocalDate today = now.atZone(zone).toLocalDate();
        for (LocalDate day = today; day.isBefore(today.plusDays(DAYS)); day = day.plusDays(1)) {
            if (days.isOne(day)) {
                for (Times t : times) {
                    long from = Duration.between(now, day.atTime(t.from()).atZone(zone).toInstant()).toSeconds();
                    long to = Duration.between(now, day.atTime(t.to()).atZone(zone).toInstant()).toSeconds();
                    if (to > 0) {
                        present.add(new Bench.Stretch(Math.max(0, from), to));
                    }
                }
            }
        }
        return new Bench.Person(name(line), present, cannot);
    }
}
