package wistaxis.workbench.life;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The order of the end, on parts that only say that they were closed. */
class ClosingTest {
    private final List<String> said = new ArrayList<>();
    private final Closing closing = new Closing();
    private final Front front = new Front(_ -> { }); // a thread that takes nothing any more, as a window's that is gone

    private void part(String name) {
        closing.opened(() -> said.add(name));
    }

    /** The last opened first; one that fails is said, and keeps nobody open. */
    @Test
    void theLastOpenedIsClosedFirstWhateverFails() {
        part("ledger");
        closing.opened(() -> {
            throw new IllegalStateException("the disk is gone");
        });
        part("usb");
        closing.close(front, () -> false, said::add);
        assertThat(said).containsExactly("usb", "the disk is gone", "ledger");
        closing.close(front, () -> false, said::add);
        assertThat(said).as("a second end does nothing").hasSize(3);
    }

    /** What was begun ends first, with its answer taken here, and what the answer begins too. */
    @Test
    void whatWasBegunComesToItsEndFirst() {
        part("ledger");
        int[] begun = {1};
        front.execute(() -> {
            said.add("sealed");
            begun[0]++;
            front.execute(() -> {
                said.add("appended");
                begun[0] = 0;
            });
        });
        front.execute(() -> {
            throw new IllegalStateException("an answer that fails keeps no other");
        });
        closing.close(front, () -> begun[0] > 0, said::add);
        assertThat(said).containsExactly("sealed", "appended", "ledger");
    }
}
