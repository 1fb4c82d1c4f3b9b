package wistaxis.core.buttons;

import java.util.Optional;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/**
 * What the computer offers for a device, as it stands on its screen. What it calls the mode is not asked: some computers say "recovery"
 * of a device in DFU too. Common practice: the offer and the screen tell them apart.
 */
public enum Offer {
    UPDATE_AND_RESTORE, RESTORE_ONLY, TRUST, OWNER_ACCOUNT, NORMAL_PAGE, NOTHING, ERROR, WELCOME;

    /** What the computer has of the device, by the offer and whether its screen is black. */
    public ComputerSees sees(boolean black) {
        return switch (this) {
            case UPDATE_AND_RESTORE -> ComputerSees.RECOVERY;
            case RESTORE_ONLY -> black ? ComputerSees.DFU : ComputerSees.RECOVERY;
            case TRUST, OWNER_ACCOUNT, NORMAL_PAGE, WELCOME -> ComputerSees.NORMAL;
            case NOTHING, ERROR -> ComputerSees.NOTHING;
        };
    }

    /** As it is asked for. */
    public Text words() {
        return Text.of("core.offer." + this);
    }

    /** What to do about it first; empty where it only says what the computer has. */
    public Optional<Text> hint() {
        return switch (this) {
            case TRUST, OWNER_ACCOUNT, ERROR, WELCOME, RESTORE_ONLY -> Optional.of(Text.of("core.offer." + this + ".hint"));
            case UPDATE_AND_RESTORE, NORMAL_PAGE, NOTHING -> Optional.empty();
        };
    }

    @Override
    public String toString() {
        return Word.of(this);
    }
}
