package wistaxis.workbench.firmware;

import static wistaxis.core.words.Say.t;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.SideFile;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.store.internet.FirmwareService;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Closing;
import wistaxis.workbench.life.Life;

/** What is known of builds: the catalogue, what the library is asked for it, what is typed in, and what somebody saw of signing. */
public final class Builds {
    /** A signing window that ends within this is called out. */
    private static final Duration SOON = Duration.ofHours(12);

    private final Life life;
    private final FirmwareService service;
    private final CatalogueFile file;
    private final Stock.Asked asked;
    private final Predicate<Build> here;
    private final Map<String, Said> signingSaid = new HashMap<>();
    private final Set<String> asking = new HashSet<>();
    private final Map<String, String> answered = new HashMap<>();
    /** Whole at any time; plans read it on another thread. */
    private volatile FirmwareCatalogue catalogue;
    private String problem = "";

    /** What the catalogue said of a build before somebody saw whether it is signed. */
    private record Said(TicketEvent.SigningAnswered answer, FirmwareCatalogue.Listed before) {}

    /** A signing window that closes soon. */
    public record Closing(Build build, Duration left, List<String> tickets) {}

    /** @param here whether a firmware file of a build lies in the firmware folder */
    Builds(Life life, FirmwareService service, CatalogueFile file, Stock.Asked asked, Predicate<Build> here) {
        this.life = life;
        this.service = service;
        this.file = file;
        this.asked = asked;
        this.here = here;
        SideFile.Read<FirmwareCatalogue> read = file.read(life.now());
        this.catalogue = read.value();
        life.notices().say(read.problem());
    }

    /** What went wrong with the catalogue, in words; empty when nothing did. */
    public String problem() {
        return problem;
    }

    public FirmwareCatalogue catalogue() {
        return catalogue;
    }

    /** What was said of signing is as it was before. */
    void takenBack(Ticket now) {
        Said said = signingSaid.remove(now.number());
        if (said != null && now.observed().signing() != said.answer()) {
            keep(catalogue.with(said.before()));
        }
    }

    /** Builds of a model, newest first, as far as known. */
    public List<Build> of(String identifier) {
        return catalogue.of(identifier).stream().map(FirmwareCatalogue.Listed::build).toList();
    }

    /** The build that a ticket has chosen, as the catalogue lists it. */
    public Optional<Build> chosen(Ticket ticket) {
        String identifier = ticket.identifier();
        return identifier == null || ticket.build() == null ? Optional.empty()
                : of(identifier).stream().filter(b -> ticket.build().isOf(identifier, b)).findFirst();
    }

    /** What the catalogue has of a build. */
    public Optional<FirmwareCatalogue.Listed> listed(Build build) {
        return catalogue.byKey(build.key());
    }

    /**
     * Keeps a build that was typed in. Where an address was, it is asked for the exact size; what it does not say is said.
     *
     * @param seen where its signing was seen, in words; blank where nobody said
     * @return fails with {@link OutsideProblem} where the address does not answer; the build is kept without it then
     */
    public CompletableFuture<Build> typed(Build build, String seen) {
        CompletableFuture<Build> kept = new CompletableFuture<>();
        String who = who();
        if (build.address() == null) {
            keep(catalogue.typed(build, who, seen, life.now()));
            kept.complete(build);
            return kept;
        }
        URI address = URI.create(build.address());
        life.background().run(() -> service.sizeAt(address), size -> {
            Build whole = build.ofSize(size);
            keep(catalogue.typed(whole, who, seen, life.now()));
            kept.complete(whole);
        }, e -> {
            keep(catalogue.typed(build.elsewhere(), who, seen, life.now()));
            life.notices().say(t("workbench.builds.without-address", "why", e.getMessage()));
            kept.completeExceptionally(e);
        });
        return kept;
    }

    /** Somebody says whether the maker signs a build that was typed in or imported. @param granted null where nobody knows */
    public void signingSaid(Build build, @Nullable Boolean granted) {
        keep(catalogue.signingSeen(build, granted, t("workbench.builds.said", "who", who()), life.now()));
    }

    private String who() {
        return asked.person().isBlank() ? t("workbench.builds.somebody") : asked.person();
    }

    /** A firmware file in the folder makes its own build known, as its manifest says; if it is signed nobody knows. */
    public Build of(FirmwareFolder.Item item) {
        Build build = new Build(item.report().products(), SystemVersion.parse(item.report().version()), item.report().build(), null,
                item.bytes(), item.report().sha256(), null, false, null).unsureIfSigned();
        keep(catalogue.merge(List.of(new FirmwareCatalogue.Listed(build, life.now(), true, t("core.build.from-file", "file",
                item.name())))));
        return build;
    }

    /** Somebody saw at the computer whether the maker signs the build that a ticket has chosen. */
    public void signingSeen(Ticket ticket, TicketEvent.SigningAnswered answer) {
        chosen(ticket).flatMap(this::listed).ifPresent(l -> signingSaid.put(ticket.number(), new Said(answer, l)));
        chosen(ticket).ifPresent(b -> keep(catalogue.signingSeen(b, answer.granted(), t("workbench.builds.seen", "number", ticket.number()),
                life.now())));
    }

    public Optional<Instant> askedAt(String identifier) {
        return catalogue.askedAt(identifier);
    }

    public boolean asking(String identifier) {
        return asking.contains(identifier);
    }

    /** Why the library did not answer for a model; empty when it did, or was not asked. */
    public String noAnswer(String identifier) {
        return answered.getOrDefault(identifier, "");
    }

    /** Asks the library about a model, once until {@link #askAgain}; where there is one. */
    public void ask(String identifier) {
        if (asked.library() && !answered.containsKey(identifier) && asking.add(identifier)) {
            life.background().run(() -> service.buildsFor(identifier), found -> {
                asking.remove(identifier);
                answered.put(identifier, "");
                keep(catalogue.refreshed(identifier, found, life.now(), here()));
            }, e -> {
                asking.remove(identifier);
                answered.put(identifier, String.valueOf(e.getMessage()));
                life.changes().tell(Change.Topic.STOCK);
            });
        }
    }

    public void askAgain(String identifier) {
        answered.remove(identifier);
        ask(identifier);
        life.changes().tell(Change.Topic.STOCK);
    }

    private Set<String> here() {
        return catalogue.builds().stream().map(FirmwareCatalogue.Listed::build).filter(here).map(Build::key).collect(Collectors.toSet());
    }

    private void keep(FirmwareCatalogue next) {
        catalogue = next;
        problem = "";
        life.background().write(() -> file.write(next), e -> {
            problem = DiskProblem.words("builds", file.file(), e);
            life.changes().tell(Change.Topic.STOCK);
        });
        life.changes().tell(Change.Topic.STOCK);
    }

    private record Imported(List<FirmwareCatalogue.Listed> read, FirmwareCatalogue merged) {}

    /**
     * Takes builds from a file in the open format. The answer is how many; it fails with {@link BadInput} when the file cannot be
     * understood, or speaks of what is still to come, and nothing is changed then.
     */
    public CompletableFuture<Integer> take(Path from) {
        CompletableFuture<Integer> taken = new CompletableFuture<>();
        Instant now = life.now();
        FirmwareCatalogue before = catalogue;
        life.background().run(() -> {
            List<FirmwareCatalogue.Listed> read = CatalogueFile.imported(from, now).builds();
            return new Imported(read, before.merge(read));
        }, in -> {
            keep(catalogue == before ? in.merged() : catalogue.merge(in.read())); // it has changed meanwhile
            taken.complete(in.read().size());
        }, taken::completeExceptionally);
        return taken;
    }

    /**
     * Signing windows of builds that open tickets have chosen or the firmware folder holds, and that close soon; the first to close
     * first.
     */
    public List<Closing> closingSoon(List<Ticket> all) {
        Instant now = life.now();
        List<Ticket> open = all.stream().filter(t -> t.stage().compareTo(Stage.RESTORE) <= 0).toList();
        return catalogue.builds().stream().map(FirmwareCatalogue.Listed::build)
                .filter(b -> b.signedAt(now) && b.signedUntil() != null && Duration.between(now, b.signedUntil()).compareTo(SOON) < 0)
                .map(b -> new Closing(b, Duration.between(now, b.signedUntil()), open.stream().filter(t -> t.hasChosen(b.sha256()))
                .map(Ticket::number).toList()))
                .filter(c -> !c.tickets().isEmpty()).sorted(Comparator.comparing(Closing::left)).toList();
    }

    /** The build of a firmware file, as the library lists it. */
    public Optional<Build> listed(FirmwareFolder.Item item) {
        return catalogue.builds().stream().map(FirmwareCatalogue.Listed::build)
                .filter(b -> item.isOf(b.version().toString(), b.build()) && b.identifiers().stream()
                .anyMatch(item.report().products()::contains)).findFirst();
    }
}
