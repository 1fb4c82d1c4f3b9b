package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CopyOnWriteArrayList;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.facts.BadInput;
import wistaxis.core.usb.UsbDevice;
import wistaxis.standins.ScriptedUsb;
import wistaxis.store.files.DiskProblem;

/**
 * Clicks, types and presses whatever there is on whatever page, from a seed: nothing may throw but what says why it is refused, no page
 * may fail, and the keyboard is never left to the head of the window by itself.
 */
@Tag("walk")
@ExtendWith({Waits.class, InEnglishAgain.class}) // a walk may choose another language
class WindowWalkerTest {
    private static final int GUIDES = Integer.getInteger("windowWalks", 12);
    private static final int STEPS = 30;
    private static final List<KeyCode> KEYS = List.of(KeyCode.ENTER, KeyCode.SPACE, KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT0, KeyCode.A,
            KeyCode.R, KeyCode.BACK_SPACE, KeyCode.ESCAPE, KeyCode.TAB, KeyCode.PAGE_DOWN, KeyCode.U, KeyCode.S);
    private static final List<String> TYPED = List.of("26.1", "23B80", "9 GB", "12", "A2403", "iPhone13,2", "x", "356958031648321", "\u202e",
            "99999999999GB", "Deckhand");

    @TempDir
    private Path folder;
    private final List<Throwable> thrown = new CopyOnWriteArrayList<>();
    private final List<String> steps = new ArrayList<>();

    @Test
    void whateverIsClickedAndPressed() {
        for (long seed = 1; seed <= GUIDES; seed++) {
            steps.clear();
            ScriptedUsb usb = new ScriptedUsb();
            try (Window w = seed % 2 == 0 ? Window.real(folder.resolve("r" + seed), usb) : Window.demo(folder.resolve("d" + seed), 4_000_000)) {
                Window.onFx(() -> {
                    Thread.currentThread().setUncaughtExceptionHandler((_, e) -> thrown.add(e));
                    return null;
                });
                guide(w, usb, new Random(seed));
            }
        }
    }

    private void guide(Window w, ScriptedUsb usb, Random random) {
        for (int i = 0; i < STEPS; i++) {
            boolean[] headed = {!Window.onFx(() -> inPage(w.shell.scene()))};
            switch (random.nextInt(6)) {
                case 0 -> key(w, KEYS.get(random.nextInt(KEYS.size())), headed);
                case 1 -> type(w, TYPED.get(random.nextInt(TYPED.size())), random);
                case 2 -> usb.shows(new UsbDevice[] {ScriptedUsb.device(ComputerSees.values()[1 + random.nextInt(3)], "1-" + random.nextInt(2),
                        "00008101-000A11112222001E", "8101", "0C", "000A11112222001E")});
                default -> click(w, random, headed);
            }
            Window.pulses(2);
            w.settle();
            assertThat(thrown).as("after %s", steps).allMatch(e -> e instanceof BadInput || e instanceof DiskProblem);
            assertThat(w.text()).as("after %s", steps).doesNotContain("failed while").doesNotContain("This page has failed")
                    .doesNotContain("Something failed").doesNotContain("Exception");
            assertThat(headed[0] || Window.onFx(() -> inPage(w.shell.scene()))).as("the keyboard, after %s", steps).isTrue();
        }
    }

    private void key(Window w, KeyCode key, boolean[] headed) {
        steps.add(key.getName());
        headed[0] |= key == KeyCode.TAB;
        String on = Window.onFx(() -> w.shell.scene().getFocusOwner() == null ? "" : String.valueOf(w.shell.scene().getFocusOwner().getId()));
        if (on.startsWith("print") || on.startsWith("save") || on.equals("firmware-add") || on.equals("import-builds")) {
            return; // the system's own dialogs are not to be had here
        }
        w.press(key);
        w.release(key);
    }

    private void type(Window w, String text, Random random) {
        Window.onFx(() -> {
            List<TextField> fields = w.shell.scene().getRoot().lookupAll(".text-field").stream().filter(Window::shows)
                    .map(TextField.class::cast).toList();
            if (!fields.isEmpty()) {
                TextField field = fields.get(random.nextInt(fields.size()));
                steps.add("type " + text + " in " + field.getId());
                field.requestFocus();
                field.setText(text);
            }
            return null;
        });
    }

    private void click(Window w, Random random, boolean[] headed) {
        Window.onFx(() -> {
            List<Button> buttons = w.shell.scene().getRoot().lookupAll(".button").stream().filter(Window::shows)
                    .filter(Button.class::isInstance).map(Button.class::cast).filter(b -> !b.isDisabled() && b.getId() != null)
                    .filter(b -> !b.getId().startsWith("print") && !b.getId().startsWith("save") && !b.getId().startsWith("document-")
                    && !b.getId().equals("firmware-add") && !b.getId().equals("import-builds")).toList();
            Button button = buttons.get(random.nextInt(buttons.size()));
            steps.add(button.getId());
            headed[0] |= !isPage(button);
            button.requestFocus();
            try {
                button.fire();
            } catch (RuntimeException e) {
                thrown.add(e); // as the window's own handler hears of it
            }
            return null;
        });
    }

    private static boolean inPage(Scene scene) {
        return scene.getFocusOwner() == null || isPage(scene.getFocusOwner());
    }

    private static boolean isPage(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (n.getStyleClass().contains("head") || n.getStyleClass().contains("next-bar")) {
                return false;
            }
        }
        return true;
    }
}
