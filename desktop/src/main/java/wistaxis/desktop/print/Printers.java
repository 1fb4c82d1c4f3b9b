package wistaxis.desktop.print;

import java.util.List;
import java.util.Optional;
import wistaxis.core.facts.Word;

/** What this system prints with. */
public interface Printers {
    /** What goes to a printer of its own. */
    enum Media {
        PAGES, LABELS;

        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    /**
     * What is there.
     *
     * @param usual the one that is taken where none is chosen; empty for none
     */
    record Found(String usual, List<String> names) {
        public static final Found NONE = new Found("", List.of());

        public Found {
            names = List.copyOf(names);
        }
    }

    /** Asks the system anew, which may ask its network: not on the interface's thread. */
    Found find();

    /**
     * Prints pages in their own size.
     *
     * @param name as the system calls it; empty for its usual one
     * @return why not, a sentence; empty when the printer has all of it
     */
    Optional<String> print(String name, List<Preview.Picture> pages);
}
