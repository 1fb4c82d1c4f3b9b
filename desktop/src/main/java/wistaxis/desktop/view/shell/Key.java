package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.util.Locale;
import javafx.scene.control.Control;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.MouseEvent;
import wistaxis.core.facts.Word;

/** The keys that mean the same on every page, in the order in which they are listed. */
enum Key {
    NEW_TICKET(KeyCode.N), BENCH(KeyCode.B), FILES(KeyCode.K), LEDGER(KeyCode.L), FIGURES(KeyCode.G), CUSTOMERS(KeyCode.F),
    PRACTICE(KeyCode.D), SETTINGS(KeyCode.COMMA), TECHNICIAN(KeyCode.F2), TAKE_BACK(KeyCode.Z), LIGHT(KeyCode.T), LARGER(KeyCode.PLUS),
    SMALLER(KeyCode.MINUS), HELP(KeyCode.H), KEYS(KeyCode.F1), TABLES(KeyCode.F3);

    private final KeyCode code;

    Key(KeyCode code) {
        this.code = code;
    }

    KeyCombination combination() {
        return code.isFunctionKey() ? new KeyCodeCombination(code)
                : new KeyCodeCombination(code, KeyCombination.SHORTCUT_DOWN);
    }

    /** What it does. */
    String words() {
        return t("desktop.key." + Word.of(this));
    }

    /** What is pressed, for example "Ctrl+N". */
    String shown() {
        String key = switch (code) {
            case PLUS -> "+";
            case MINUS -> "\u2212";
            case COMMA -> ",";
            default -> code.getName();
        };
        return code.isFunctionKey() ? key : t(isMac() ? "desktop.key.command" : "desktop.key.control", "key", key);
    }

    private static boolean isMac() {
        return System.getProperty("os.name", "").toLowerCase(Locale.ROOT).startsWith("mac");
    }

    /** Says on a control which key does the same, once a mouse comes near: most never need it. */
    <T extends Control> T on(T control) {
        control.addEventHandler(MouseEvent.MOUSE_ENTERED, _ -> {
            if (control.getTooltip() == null) {
                control.setTooltip(new Tooltip(t("desktop.key.hint", "what", words(), "key", shown())));
            }
        });
        return control;
    }
}
