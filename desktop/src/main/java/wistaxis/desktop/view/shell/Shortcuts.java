package wistaxis.desktop.view.shell;

import java.util.List;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import wistaxis.workbench.Workbench;

/** The keys that mean the same on every page. */
final class Shortcuts {
    private final Shell shell;

    Shortcuts(Shell shell, Workbench bench, Footer footer) {
        this.shell = shell;
        all(bench, footer);
    }

    private void all(Workbench bench, Footer footer) {
        for (Key key : Key.values()) {
            shell.scene().getAccelerators().put(key.combination(), switch (key) {
                case NEW_TICKET -> shell::newTicket;
                case BENCH -> shell::showBench;
                case FILES -> shell::showFirmwareFiles;
                case LEDGER -> shell::showLedger;
                case FIGURES -> shell::showFigures;
                case CUSTOMERS -> shell::showCustomers;
                case PRACTICE -> shell::showDrill;
                case SETTINGS -> shell::showSettings;
                case TECHNICIAN -> bench.staff()::next;
                case TAKE_BACK -> footer::takeBack;
                case LIGHT -> shell::otherTheme;
                case LARGER -> () -> shell.scale(0.1);
                case SMALLER -> () -> shell.scale(-0.1);
                case HELP -> () -> shell.help(HelpPane.Part.PAGE);
                case KEYS -> () -> shell.help(HelpPane.Part.KEYS);
                case TABLES -> () -> shell.help(HelpPane.Part.TABLES);
            });
        }
        shell.scene().addEventHandler(KeyEvent.KEY_PRESSED, footer::back);
        List.of(KeyCode.EQUALS, KeyCode.ADD).forEach(key -> accelerate(key, () -> shell.scale(0.1)));
        accelerate(KeyCode.SUBTRACT, () -> shell.scale(-0.1));
        shell.scene().addEventFilter(KeyEvent.KEY_PRESSED, this::plus);
        shell.scene().addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE && shell.closeHelp()) {
                e.consume();
            }
        });
    }

    private void accelerate(KeyCode key, Runnable action) {
        shell.scene().getAccelerators().put(new KeyCodeCombination(key, KeyCombination.SHORTCUT_DOWN), action);
    }

    /** Where plus is a shifted key, or on any key at all. */
    private void plus(KeyEvent e) {
        boolean shifted = e.isShortcutDown() && e.isShiftDown() && (e.getCode() == KeyCode.PLUS || e.getCode() == KeyCode.EQUALS);
        if (shifted || e.isShortcutDown() && !List.of(KeyCode.PLUS, KeyCode.EQUALS, KeyCode.ADD).contains(e.getCode())
                && "+".equals(e.getText())) {
            shell.scale(0.1);
            e.consume();
        }
    }
}
