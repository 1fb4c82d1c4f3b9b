package wistaxis.store.ledger;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.words.Text;

/** What figures are about, in words. */
public final class FigureWords {
    private FigureWords() {}

    /** The same figures, with words in place of codes. */
    public static Figures of(Figures f) {
        DeviceCatalogue devices = DeviceCatalogue.shipped();
        return new Figures(f.tickets(), f.closed(), counts(f.problems(), "facts.question.trouble."), f.families().stream()
                .map(c -> new Figures.Count(named("core.layout.", c.what().toLowerCase(Locale.ROOT)), c.n())).toList(), f.models().stream()
                .map(c -> new Figures.Count(devices.byIdentifier(c.what()).map(DeviceModel::name).orElse(c.what()), c.n())).toList(),
                shares(f.helped(), FigureWords::helped), shares(f.buttons(), FigureWords::method), f.funnel().stream()
                .map(w -> new Figures.Funnel(method(w.what()), w.first(), w.second(), w.later(), w.never())).toList(),
                share(f.again(), "store.figures.again"), shares(f.computer(), FigureWords::atComputer),
                share(f.promise(), "store.figures.promise"), f.late(), lengths(f.spent(), "core.time."), lengths(f.stages(),
                "facts.stage."));
    }

    private static List<Figures.Count> counts(List<Figures.Count> all, String buttons) {
        return all.stream().map(c -> new Figures.Count(named(buttons, c.what()), c.n())).toList();
    }

    private static List<Figures.Share> shares(List<Figures.Share> all, UnaryOperator<String> words) {
        return all.stream().map(s -> new Figures.Share(words.apply(s.what()), s.n(), s.of(), s.low(), s.high())).toList();
    }

    private static Figures.@Nullable Share share(Figures.@Nullable Share s, String key) {
        return s == null ? null : new Figures.Share(Text.of(key).toString(), s.n(), s.of(), s.low(), s.high());
    }

    private static List<Figures.Length> lengths(List<Figures.Length> all, String buttons) {
        return all.stream().map(l -> new Figures.Length(named(buttons, l.what()), l.seconds())).toList();
    }

    /** A problem and a step. */
    private static String helped(String what) {
        int colon = what.indexOf(": ");
        return colon < 0 ? what : named("facts.question.trouble.", what.substring(0, colon)) + ": "
                + Steps.title(what.substring(colon + 2));
    }

    /** What went wrong at the computer, and what was tried. */
    private static String atComputer(String what) {
        int colon = what.indexOf(": ");
        return colon < 0 ? what : EventWords.failure(what.substring(0, colon)) + ": "
                + named("facts.try.", what.substring(colon + 2));
    }

    /** A method, its goal, and who, where that was asked for. */
    private static String method(String what) {
        List<String> parts = Arrays.asList(what.split(", "));
        Optional<String> goal = parts.stream().filter(p -> !Text.of("core.goal." + p).or("").isEmpty()).findFirst();
        int at = goal.map(parts::indexOf).orElse(parts.size());
        String method = ButtonSequence.name(String.join(", ", parts.subList(0, at))).toString();
        return Stream.concat(Stream.of(method), parts.stream().skip(at)
                .map(p -> Text.of("core.goal." + p).or(p).toString())).collect(Collectors.joining(", "));
    }

    private static String named(String buttons, String id) {
        return Text.named(buttons, id).toString();
    }
}
