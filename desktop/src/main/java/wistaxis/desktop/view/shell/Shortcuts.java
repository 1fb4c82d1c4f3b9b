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
        accelerate(KeyCode.N, shell::newTicket);
        accelerate(KeyCode.B, shell::showBench);
        accelerate(KeyCode.L, shell::showLedger);
        accelerate(KeyCode.K, shell::showShelf);
        accelerate(KeyCode.D, shell::showDrill);
        accelerate(KeyCode.G, shell::showFigures);
        accelerate(KeyCode.F, shell::showCustomers);
        shell.scene().getAccelerators().put(new KeyCodeCombination(KeyCode.F2), bench.staff()::next);
        accelerate(KeyCode.Z, footer::takeBack);
        shell.scene().addEventHandler(KeyEvent.KEY_PRESSED, footer::back);
        accelerate(KeyCode.COMMA, shell::showSettings);
        accelerate(KeyCode.T, shell::otherTheme);
        List.of(KeyCode.PLUS, KeyCode.EQUALS, KeyCode.ADD).forEach(key -> accelerate(key, () -> shell.scale(0.1)));
        List.of(KeyCode.MINUS, KeyCode.SUBTRACT).forEach(key -> accelerate(key, () -> shell.scale(-0.1)));
        shell.scene().addEventFilter(KeyEvent.KEY_PRESSED, this::plus);
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
