package wistaxis.workbench.route;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.ticket.Shop;
import wistaxis.workbench.ticket.Tickets;

/**
 * The files that a shop writes itself, methods, advice and terms, at each of several benches: what is written at one arrives at the
 * others, in place of what they had from the shop. A file that was changed at both is set aside where the shop's came later.
 */
public final class SharedFiles {
    private static final String NAME = "file/";

    private final Life life;
    private final Tickets tickets;
    private final DataFolder folder;
    private final Runnable arrived;
    private final Map<String, String> shop = new TreeMap<>();

    /** @param arrived reads the shop's own methods anew */
    public SharedFiles(Life life, Tickets tickets, DataFolder folder, Runnable arrived) {
        this.life = life;
        this.tickets = tickets;
        this.folder = folder;
        this.arrived = arrived;
    }

    /** Takes in what the ledger says of the shop's files, and tells the shop what was changed here. */
    public void follow(List<LedgerEntry> entries) {
        if (tickets.bench() == null) {
            return;
        }
        entries.stream().map(LedgerEntry::event).forEach(e -> {
            if (e instanceof TicketEvent.SettingChanged(String name, String value) && name.startsWith(NAME)) {
                shop.put(name.substring(NAME.length()), value.isEmpty() ? "" : Json.read(value, String.class, name));
            }
        });
        Map<String, String> said = Map.copyOf(shop);
        life.background().write(() -> settle(said), changed -> {
            if (!changed.told().isEmpty()) {
                tickets.settings(changed.told()).exceptionally(e -> {
                    life.notices().say(t("workbench.bad.not-saved", "why", String.valueOf(e.getMessage())));
                    return null;
                });
            }
            if (!changed.arrived().isEmpty()) {
                life.notices().tell(t("workbench.shared-files.arrived", "files", String.join(", ", changed.arrived())));
                arrived.run();
            }
        }, e -> life.notices().say(t("workbench.shared-files.failed", "why", String.valueOf(e.getMessage()))));
    }

    /** @param told what the shop is told, as settings @param arrived files that are the shop's now */
    private record Changed(Map<String, String> told, List<String> arrived) {}

    private Changed settle(Map<String, String> said) throws IOException {
        Map<String, String> before = known();
        Map<String, String> known = new TreeMap<>(before);
        Map<String, String> told = new LinkedHashMap<>();
        List<String> came = new ArrayList<>();
        for (Path file : List.of(folder.methods(), folder.advice(), folder.terms())) {
            String name = String.valueOf(file.getFileName());
            String here = Files.exists(file) ? OutsideFile.text(file, "settings", 1) : "";
            @Nullable String there = said.get(name);
            String last = known.getOrDefault(name, digest(""));
            if (here.equals(Objects.requireNonNullElse(there, ""))) {
                known.put(name, digest(here));
            } else if (there == null || last.equals(digest(there))) {
                if (isGood(file)) {
                    told.put(NAME + name, Json.write(here));
                    known.put(name, digest(here));
                }
            } else {
                if (!last.equals(digest(here))) {
                    SideFile.setAside(file); // changed here too
                }
                take(file, there);
                known.put(name, digest(there));
                came.add(name);
            }
        }
        if (!known.equals(before)) {
            WholeFile.write(folder.shopFiles(), Json.write(known));
        }
        return new Changed(told, came);
    }

    private static void take(Path file, String text) throws IOException {
        if (text.isEmpty()) {
            Files.deleteIfExists(file); // it was the shop's, who has none any more
        } else {
            WholeFile.write(file, text);
        }
    }

    /** One that cannot be read is nobody else's business; whoever reads it says so. */
    private boolean isGood(Path file) {
        try {
            if (file.equals(folder.methods())) {
                Shop.sequences(file);
            } else if (file.equals(folder.advice())) {
                Shop.handover(folder);
            }
            return true;
        } catch (BadInput _) {
            return false;
        }
    }

    @SuppressWarnings("unchecked") // JSON has no other names
    private Map<String, String> known() {
        return Files.exists(folder.shopFiles()) ? Json.read(OutsideFile.text(folder.shopFiles(), "settings", 1), Map.class,
                "shop-files.json")
                : Map.of();
    }

    private static String digest(String text) {
        return Sha256.of(text.getBytes(StandardCharsets.UTF_8));
    }
}
