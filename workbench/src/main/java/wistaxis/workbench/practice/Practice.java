package wistaxis.workbench.practice;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.Stream;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Start;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Names;
import wistaxis.core.practice.Drilled;
import wistaxis.core.practice.Leitner;
import wistaxis.core.practice.Measured;
import wistaxis.core.practice.PracticeDay;
import wistaxis.core.practice.Recommendation;
import wistaxis.core.practice.Timing;
import wistaxis.store.books.PracticeShared;
import wistaxis.store.document.LayoutCard;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Inside;
import wistaxis.store.files.Rights;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.OutFile;
import wistaxis.store.ledger.ServerProblem;
import wistaxis.store.practice.PracticeBook;
import wistaxis.workbench.life.Background;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;

/** Who stands at the bench: what this person practised and how the hand is. */
public final class Practice implements AutoCloseable {
    /** Where nobody has given a name yet. */
    public static final String NOBODY = "Technician";

    private final Life life;
    private final DeviceCatalogue devices;
    private final Supplier<SequenceLibrary> sequences;
    private final PracticeBook book;
    private final Path root;
    private final DataFolder folder;
    private boolean sharing;
    private long nextShare;
    private String person;
    private final List<String> known;
    private List<Drilled> attempts = List.of();
    private List<Measured> measured = List.of();
    private List<Measured> shown = List.of();
    private Timing timing = Timing.AVERAGE;

    private static final int MOST_RECOMMENDED = 256;

    /** Once an hour. Ours. */
    private static final long SHARE_NANOS = 3_600_000_000_000L;

    /** What a recommendation depends on. */
    private record Asked(List<ButtonSequence> methods, LayoutFacts family, Start start, Timing timing, boolean blind) {}

    /** Thousands of attempts in the model each, always with the same end: what was asked for is not played again. */
    private static final Map<Asked, Recommendation> RECOMMENDED = new ConcurrentHashMap<>();

    private static final int EXPORT_FORMAT = 2;

    /** A file with one person's practice, documented in {@code docs/formats.md}. */
    public record Export(int format, String person, Timing timing, List<Measured> measured, List<Drilled> attempts) {}

    /** @param sequences the button sequences that are taught here now */
    public Practice(Life life, DeviceCatalogue devices, Supplier<SequenceLibrary> sequences, DataFolder folder) {
        this.life = life;
        this.devices = devices;
        this.sequences = sequences;
        this.root = folder.root();
        this.folder = folder;
        PracticeBook.Opened opened = PracticeBook.openAnyhow(folder.practice());
        this.book = opened.book();
        life.notices().say(opened.problem());
        List<String> people = book.people();
        this.person = people.isEmpty() ? NOBODY : people.getLast();
        this.known = new ArrayList<>(people);
        took(read(person));
        life.notices().say(book.unreadable() == 0 ? "" : t("workbench.practice.odd", "n", book.unreadable()));
    }

    /** Shares again, once in a while, where it was shared before. */
    public void tick(long nowNanos) {
        if (nextShare != 0 && nowNanos - nextShare > 0) {
            share();
        }
    }

    /** Brings what was practised here to the other benches of the shop, and theirs here; where their server is away, later. */
    public void share() {
        nextShare = System.nanoTime() + SHARE_NANOS;
        if (sharing) {
            return;
        }
        sharing = true;
        life.background().run(() -> PracticeShared.share(folder, book), n -> {
            sharing = false;
            if (n > 0) {
                book.people().stream().filter(p -> !known.contains(p)).forEach(known::add);
                person(person);
            }
        }, e -> {
            sharing = false;
            if (!(Background.cause(e) instanceof ServerProblem p && p.isAway())) {
                life.notices().say(t("workbench.practice.not-shared", "why", Background.cause(e).getMessage()));
            }
        });
    }

    /** What one person did, as the book has it. */
    private record Kept(List<Drilled> attempts, List<Measured> measured) {}

    private Kept read(String who) {
        return new Kept(book.attempts(who), book.measured(who));
    }

    private void took(Kept kept) {
        attempts = new ArrayList<>(kept.attempts());
        measured = new ArrayList<>(kept.measured());
        reckon();
    }

    private void reckon() {
        shown = Stream.concat(measured.stream(), attempts.stream().flatMap(a -> Measured.of(a.trace()).stream())).toList();
        timing = attempts.isEmpty() && measured.isEmpty() ? Timing.AVERAGE : Measured.timing(person, shown);
    }

    public String person() {
        return person;
    }

    /** Everybody known. */
    public List<String> people() {
        return known.contains(person) ? List.copyOf(known) : Stream.concat(known.stream(), Stream.of(person)).toList();
    }

    /**
     * Somebody else steps up to the bench, known from the first attempt on.
     *
     * @throws wistaxis.core.facts.BadInput for a name that is none
     */
    public void person(String name) {
        person = Names.typed(name, "name", 80);
        took(new Kept(List.of(), List.of()));
        String who = person;
        life.background().write(() -> read(who), kept -> { // behind what is still being written of them
            if (who.equals(person)) {
                took(new Kept(both(kept.attempts(), attempts), both(kept.measured(), measured)));
                life.changes().tell(Change.Topic.PRACTICE);
            }
        }, e -> life.notices().say(t("workbench.practice.unreadable", "who", who, "why", e.getMessage())));
        life.changes().tell(Change.Topic.PRACTICE);
    }

    private static <T> List<T> both(List<T> before, List<T> since) {
        return Stream.concat(before.stream(), since.stream()).toList();
    }

    /** This person's hand; an average one until something was measured. */
    public Timing timing() {
        return timing;
    }

    /** Which of these methods to take, for this hand. */
    public Recommendation recommendation(List<ButtonSequence> methods, LayoutFacts family, Start start, boolean blind) {
        return recommendation(new Asked(methods, family, start, timing, blind));
    }

    private static Recommendation recommendation(Asked asked) {
        if (RECOMMENDED.size() > MOST_RECOMMENDED) {
            RECOMMENDED.clear();
        }
        return RECOMMENDED.computeIfAbsent(asked, a -> Recommendation.of(a.methods(), a.family(), a.start(), a.timing(), a.blind()));
    }

    /** How likely each method lands for this hand by feel, by button layout; reckoned in the background. */
    public CompletableFuture<Map<ButtonLayout, Recommendation>> byFeel(Goal goal) {
        Timing of = timing;
        SequenceLibrary methods = sequences.get();
        CompletableFuture<Map<ButtonLayout, Recommendation>> found = new CompletableFuture<>();
        life.background().run(() -> {
            Map<ButtonLayout, Recommendation> all = new LinkedHashMap<>();
            devices.models().stream().map(DeviceModel::family).distinct()
                    .forEach(f -> all.put(f, recommendation(new Asked(methods.of(f, goal), devices.family(f), Start.ON, of,
                            true))));
            return all;
        }, found::complete, found::completeExceptionally);
        return found;
    }

    public List<Drilled> attempts() {
        return attempts;
    }

    /** What the tests of the hand and the attempts show of it. */
    public List<Measured> measured() {
        return shown;
    }

    public void add(Drilled attempt) {
        attempts.add(attempt);
        reckon();
        isKnown(attempt.person());
        keep(() -> book.add(List.of(attempt)));
    }

    private void isKnown(String who) {
        if (!known.contains(who)) {
            known.add(who);
        }
    }

    private void keep(Runnable work) {
        life.background().write(work::run, e -> life.notices().say(t("workbench.practice.not-saved", "why", e.getMessage())));
    }

    /** Keeps a measurement; the hand is reckoned anew. */
    public void add(Measured one) {
        String whose = person;
        Instant at = life.now();
        measured.add(one);
        reckon();
        isKnown(whose);
        keep(() -> book.add(whose, one, at));
        life.changes().tell(Change.Topic.PRACTICE);
    }

    /** What to practise, first things first. */
    public List<Leitner> plan() {
        return Leitner.plan(sequences.get().all(), attempts, LocalDate.ofInstant(life.now(), ZoneId.systemDefault()),
                ZoneId.systemDefault());
    }

    public List<PracticeDay> days() {
        return PracticeDay.of(attempts, ZoneId.systemDefault());
    }

    /** Writes this person's practice into the data folder. @param said told where it is, or what went wrong */
    public void export(Consumer<String> said) {
        Export export = new Export(EXPORT_FORMAT, person, timing, List.copyOf(measured), List.copyOf(attempts));
        Path folder = root.resolve("exports");
        life.background().write(() -> {
            Rights.makeFolder(folder);
            Path file = OutFile.free(Inside.file(folder, "practice-" + Names.file(export.person()) + ".json"));
            WholeFile.write(file, Json.writePretty(export));
            return t("workbench.export.written", "file", file);
        }, said, e -> said.accept(t("workbench.export.not-written", "why", (e instanceof IOException io ? DiskProblem.words("practice",
                folder, io) : e.getMessage()))));
    }

    /** Writes the card of a family, with the shop's own methods, into the data folder. @param said told where it is, or what went wrong */
    public void card(ButtonLayout family, Consumer<String> said) {
        Path file = root.resolve("exports").resolve("card-" + family + ".pdf");
        SequenceLibrary methods = sequences.get();
        life.background().run(() -> {
            Rights.makeFolder(file.getParent());
            Path free = OutFile.free(file);
            WholeFile.write(free, LayoutCard.pdf(family, methods));
            return t("workbench.export.written", "file", free);
        }, said, e -> said.accept(t("workbench.export.not-written", "why", DiskProblem.words("card", file, e))));
    }

    @Override
    public void close() {
        book.close();
    }
}
