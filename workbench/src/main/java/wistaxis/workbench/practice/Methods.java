package wistaxis.workbench.practice;

import static wistaxis.core.words.Say.t;

import java.nio.file.Files;
import java.nio.file.Path;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.facts.BadInput;
import wistaxis.store.files.SideFile;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.ticket.Shop;

/**
 * The shop's own button sequences beside those that ship; none of them is taken unless all of them land. JavaFX thread only; they are tried
 * in the background.
 */
public final class Methods {
    private final Life life;
    private final Runnable then;
    private final Path file;
    private SequenceLibrary all = SequenceLibrary.shipped();
    private String problem = "";
    private boolean reading;

    /** A file that cannot be used when the program starts is set aside. @param read does what follows when they were read */
    public Methods(Life life, Path file, Runnable read) {
        this.life = life;
        this.then = read;
        this.file = file;
        read(true);
    }

    /** Reads the file anew; one that cannot be used stays, because somebody is working on it. */
    public void readAgain() {
        read(false);
    }

    private void read(boolean first) {
        if (reading || !Files.exists(file)) {
            all = reading ? all : SequenceLibrary.shipped();
            problem = "";
            return;
        }
        reading = true;
        life.background().run(() -> Shop.sequences(file), read -> {
            all = read;
            ended("");
        }, e -> {
            all = SequenceLibrary.shipped();
            String why = e instanceof BadInput ? String.valueOf(e.getMessage())
                    : t("store.file.not-understood", "kind", e.getClass().getSimpleName());
            ended((t("workbench.methods.not-used", "why", why) + " " + (first ? SideFile.setAside(file) : "")).strip());
        });
    }

    private void ended(String wrong) {
        reading = false;
        problem = wrong;
        life.notices().say(wrong);
        then.run();
        life.changes().tell(Change.Topic.SHOP);
    }

    /** Those in force. */
    public SequenceLibrary all() {
        return all;
    }

    /** Whether the file is being read and tried. */
    public boolean reading() {
        return reading;
    }

    /** What is wrong with them; empty for nothing. */
    public String problem() {
        return problem;
    }

    /** Where they are kept. */
    public Path file() {
        return file;
    }
}
