package wistaxis.desktop.look;

import java.util.List;

/** A drawing whose content can be read as a table too, by eye or by ear. */
public interface Drawn {
    /** What is drawn now. */
    Table table();

    /** @param rows each as long as the heads; empty where nothing is drawn */
    record Table(String title, List<String> heads, List<List<String>> rows) {
        public Table {
            heads = List.copyOf(heads);
            rows = rows.stream().map(List::copyOf).toList();
        }
    }
}
