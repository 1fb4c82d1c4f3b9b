package wistaxis.store.people;

import static wistaxis.core.words.Say.t;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Sha256;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.ledger.Database;
import wistaxis.store.ledger.Engine;

/**
 * Who the customers are, beside the ledger and never in it: sealed with a key for each ticket (AES-GCM of the JDK, published: NIST SP
 * 800-38D), found again by keyed digests (HMAC-SHA-256, published: RFC 2104). The ledger only holds the digest of the sealed bytes, so that
 * forgetting a customer is throwing the key away: the chain still holds. One connection; safe for use by several threads.
 */
public final class People implements AutoCloseable {
    private static final Database DATABASE = new Database("customers", "people", 1);
    private static final Map<String, List<String>> TABLES = Map.of("person", List.of("ticket", "key", "nonce", "sealed"), "forgotten",
            List.of("ticket", "at"), "mark", List.of("digest", "ticket"), "secret", List.of("key"));
    private static final int KEY_BYTES = 32;
    private static final int NONCE_BYTES = 12;
    private static final int TAG_BITS = 128;
    private static final int SHORTEST_DIGITS = 5;
    private static final int MARK = 23;

    private final Engine engine;
    private final Jdbi jdbi;
    private byte @Nullable [] secret;
    private final SecureRandom random = new SecureRandom();

    /**
     * Who brought a device, and what names the device itself.
     *
     * @param name 1 to 120 letters; null where nobody said
     * @param reach how to reach them: a number, an address; empty for not
     * @param language of their documents, for example {@code de}; null for the shop's own
     * @param imei 15 digits; null where it is not known
     * @param serials what USB names the device by, in order
     * @param agreed who else agreed to something, by name; null for nobody
     */
    public record Person(@Nullable String name, String reach, @Nullable String language, @Nullable String imei, List<String> serials,
            @Nullable List<String> agreed) {
        /** Nothing is known yet. */
        public static final Person NOBODY = new Person(null, "", null, null, List.of(), null);

        private static final int LONGEST = 120;

        public Person {
            if (name != null) {
                Names.typed(name, t("store.what.customer-name"), LONGEST);
            }
            if (!reach.isBlank()) {
                Names.typed(reach, t("store.what.customer-reach"), LONGEST);
            }
            serials = List.copyOf(serials);
            agreed = agreed == null ? null : List.copyOf(agreed);
        }

        /** Somebody else agreed to something. @throws BadInput for what is no name */
        public Person withAgreed(String other) {
            Names.typed(other, t("store.what.who-agreed"), LONGEST);
            return new Person(name, reach, language, imei, serials, Stream.concat(Stream.ofNullable(agreed).flatMap(List::stream),
                    Stream.of(other)).distinct().toList());
        }

        /** @throws BadInput for what is no name */
        public Person named(String typed, String how, @Nullable String in) {
            return new Person(typed.strip(), how.strip(), in, imei, serials, agreed);
        }

        /** With what is known elsewhere too; where both say something else, this one stays, and another name is that of who agreed. */
        public Person with(Person other) {
            Person both = new Person(name == null ? other.name : name, reach.isBlank() ? other.reach : reach, language == null ? other
                    .language : language, imei == null ? other.imei : imei, serials, agreed).withSerials(other.serials);
            for (String who : Stream.concat(Stream.ofNullable(other.name), Stream.ofNullable(other.agreed).flatMap(List::stream))
                    .toList()) {
                both = who.equalsIgnoreCase(both.name) ? both : both.withAgreed(who);
            }
            return both;
        }

        public Person withImei(String digits) {
            return new Person(name, reach, language, digits, serials, agreed);
        }

        public Person withSerials(List<String> more) {
            return new Person(name, reach, language, imei, Stream.concat(serials.stream(), more.stream()).distinct().toList(), agreed);
        }

        /** Name, and how to reach them; empty where nobody said a name. */
        public String called() {
            return name == null ? "" : name + (reach.isBlank() ? "" : ", " + reach);
        }

        /** Whether both are one customer. */
        public boolean isSame(Person other) {
            return name != null && name.equals(other.name) && reach.equals(other.reach);
        }

        /** What they are found by. */
        private List<String> found() {
            List<String> all = new ArrayList<>(serials);
            all.add(reach);
            Stream.of(name, imei).filter(Objects::nonNull).forEach(all::add);
            return all;
        }
    }

    /**
     * What was sealed.
     *
     * @param digest of the sealed bytes, for the ledger
     */
    public record Sealed(String digest, Person person) {}

    /** Who the customers are where a ledger is kept that is no file. */
    public People(Engine engine) {
        this.engine = engine;
        this.jdbi = engine.jdbi();
    }

    /** @throws DiskProblem when the file is damaged, or the disk does not let it be opened */
    public static People open(Path file) {
        People people = new People(DATABASE.engine(file));
        people.jdbi.useHandle(h -> h.execute("PRAGMA secure_delete = ON"));
        return people;
    }

    /** Opens it to read; nothing is changed. @throws DiskProblem when it is missing or damaged */
    public static People look(Path file) {
        return new People(DATABASE.look(file));
    }

    /**
     * Seals who a ticket's customer is and what names the device, in place of what was sealed before; on the disk when this returns.
     *
     * @param change what is known now, of what was sealed before, which is read inside of the same transaction: another process may have
     *     sealed something meanwhile
     */
    public synchronized Sealed seal(String ticket, UnaryOperator<Person> change) {
        return written(h -> {
            Person person = change.apply(of(h, ticket).orElse(Person.NOBODY));
            byte[] key = bytes(KEY_BYTES);
            byte[] nonce = bytes(NONCE_BYTES);
            byte[] sealed = cipher(Cipher.ENCRYPT_MODE, key, nonce, ticket, Json.write(person).getBytes(StandardCharsets.UTF_8));
            h.execute("DELETE FROM person WHERE ticket = ?", ticket);
            h.execute("INSERT INTO person (ticket, key, nonce, sealed) VALUES (?, ?, ?, ?)", ticket, key, nonce, sealed);
            h.execute("DELETE FROM forgotten WHERE ticket = ?", ticket);
            h.execute("DELETE FROM mark WHERE ticket = ?", ticket);
            person.found().stream().flatMap(m -> words(m).stream()).distinct().forEach(w -> h.execute(
                    "INSERT INTO mark (digest, ticket) VALUES (?, ?)", digest(h, w), ticket));
            return new Sealed(Sha256.of(sealed), person);
        });
    }

    /** The same for the same name, and nobody knows the name by it who has not the key: begins with a letter, then capitals and digits. */
    public synchronized String mark(String name) {
        byte[] known = secret; // once read, it is known without a server too
        return "S" + (known == null ? told(h -> digest(h, name)) : digest(known, name)).substring(0, MARK).toUpperCase(Locale.ROOT);
    }

    /** Who a ticket's customer is; empty where nobody was sealed, or it was forgotten. @throws BadInput for bytes that somebody changed */
    public synchronized Optional<Person> of(String ticket) {
        return told(h -> of(h, ticket));
    }

    private static Optional<Person> of(Handle h, String ticket) {
        return h.createQuery("SELECT key, nonce, sealed FROM person WHERE ticket = :t").bind("t", ticket)
                .map((r, _) -> Json.read(new String(cipher(Cipher.DECRYPT_MODE, r.getBytes(1), r.getBytes(2), ticket, r.getBytes(3)),
                        StandardCharsets.UTF_8), Person.class, t("store.what.sealed-customer"))).findOne();
    }

    /** When a ticket's customer was forgotten; empty while that is not so. */
    public synchronized Optional<Instant> forgotten(String ticket) {
        return told(h -> h.createQuery("SELECT at FROM forgotten WHERE ticket = :t").bind("t", ticket).mapTo(String.class).findOne()
                .map(Instant::parse));
    }

    /**
     * Throws the key away, what it sealed, and what it was found by.
     *
     * @return whether nothing of it is on the disk any more; while somebody else reads, its log still keeps it, see {@link #clean}
     */
    public synchronized boolean forget(String ticket, Instant at) {
        written(h -> {
            h.execute("DELETE FROM person WHERE ticket = ?", ticket);
            h.execute("DELETE FROM mark WHERE ticket = ?", ticket);
            h.execute("DELETE FROM forgotten WHERE ticket = ?", ticket);
            h.execute("INSERT INTO forgotten (ticket, at) VALUES (?, ?)", ticket, at.toString());
            return true;
        });
        return clean();
    }

    /** Empties the log, which keeps what was thrown away. @return whether that was done; not while somebody else reads */
    public synchronized boolean clean() {
        try {
            return engine.purge();
        } catch (JdbiException e) {
            throw engine.told(e);
        }
    }

    /** Removes what is kept elsewhere by now. */
    public synchronized void drop(String ticket) {
        written(h -> {
            h.execute("DELETE FROM mark WHERE ticket = ?", ticket);
            return h.execute("DELETE FROM person WHERE ticket = ?", ticket);
        });
        clean();
    }

    /** Takes over everything that is kept elsewhere, in place of what is kept here: for a ledger that is empty. All or nothing. */
    public synchronized void take(People from) {
        Map<String, List<Map<String, Object>>> all = from.told(h -> TABLES.keySet().stream().collect(Collectors.toMap(t -> t, t ->
                h.createQuery("SELECT " + String.join(", ", TABLES.get(t)) + " FROM " + t).mapToMap().list())));
        written(h -> {
            all.forEach((table, rows) -> {
                h.execute("DELETE FROM " + table);
                List<String> columns = Objects.requireNonNull(TABLES.get(table));
                String insert = "INSERT INTO " + table + " (" + String.join(", ", columns) + ") VALUES ("
                        + String.join(", ", Collections.nCopies(columns.size(), "?")) + ")";
                rows.forEach(r -> h.execute(insert, columns.stream().map(r::get).toArray()));
            });
            return true;
        });
    }

    /** The tickets whose customers were forgotten. */
    public synchronized List<String> forgotten() {
        return told(h -> h.createQuery("SELECT ticket FROM forgotten ORDER BY ticket").mapTo(String.class).list());
    }

    /** The tickets that have a customer, for whoever forgets them after a time. */
    public synchronized List<String> tickets() {
        return told(h -> h.createQuery("SELECT ticket FROM person ORDER BY ticket").mapTo(String.class).list());
    }

    /** Tickets that all the words of a search are about: names, numbers, serials; newest first. */
    public synchronized List<String> find(String search) {
        Set<String> words = words(search);
        return words.isEmpty() ? List.of() : told(h -> {
            Set<String> found = null;
            for (String w : words) {
                Set<String> these = new HashSet<>(h.createQuery("SELECT ticket FROM mark WHERE digest = :d").bind("d", digest(h, w))
                        .mapTo(String.class).list());
                if (found == null) {
                    found = these;
                } else {
                    found.retainAll(these);
                }
            }
            return found.stream().sorted((a, b) -> b.compareTo(a)).toList();
        });
    }

    /** Words as they are compared: letters small, numbers without what is between their digits. */
    private static Set<String> words(String text) {
        Set<String> words = Arrays.stream(text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")).filter(w -> !w.isBlank())
                .filter(w -> !w.matches("\\d{1,4}")).collect(Collectors.toCollection(HashSet::new));
        String digits = text.replaceAll("[^0-9]", "");
        if (digits.length() >= SHORTEST_DIGITS && text.replaceAll("[0-9\\s()+/.-]", "").isEmpty()) {
            words.clear();
        }
        if (digits.length() >= SHORTEST_DIGITS) {
            words.removeIf(w -> w.matches("\\d+"));
            words.add(digits);
        }
        return words;
    }

    private String digest(Handle h, String word) {
        byte[] key = secret == null ? secret(h) : secret;
        secret = key;
        return digest(key, word);
    }

    private byte[] secret(Handle h) {
        return h.createQuery("SELECT key FROM secret").mapTo(byte[].class).findOne().orElseGet(() -> {
            byte[] made = bytes(KEY_BYTES);
            h.execute("INSERT INTO secret (key) VALUES (?)", (Object) made);
            return made;
        });
    }

    private static String digest(byte[] key, String word) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key, "HmacSHA256"));
            return HexFormat.of().formatHex(mac.doFinal(word.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java has HMAC-SHA-256", e);
        }
    }

    private byte[] bytes(int n) {
        byte[] made = new byte[n];
        random.nextBytes(made);
        return made;
    }

    /** @param about what the bytes belong to: they open for nothing else */
    private static byte[] cipher(int mode, byte[] key, byte[] nonce, String about, byte[] text) {
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(mode, new SecretKeySpec(key, "AES"), new GCMParameterSpec(TAG_BITS, nonce));
            cipher.updateAAD(about.getBytes(StandardCharsets.UTF_8));
            return cipher.doFinal(text);
        } catch (GeneralSecurityException e) {
            throw new BadInput(t("store.people.changed", "number", about), e);
        }
    }

    /** The same for what is acknowledged: it stands in the file that everybody else opens. */
    private <T> T written(Function<Handle, T> work) {
        engine.check();
        T done = told(work);
        engine.check();
        return done;
    }

    private <T> T told(Function<Handle, T> work) {
        try {
            return jdbi.inTransaction(work::apply);
        } catch (JdbiException e) {
            throw engine.told(e);
        }
    }

    @Override
    public synchronized void close() {
        engine.close();
    }
}
