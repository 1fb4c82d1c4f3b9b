package wistaxis.core.usb;

import java.util.Optional;
import java.util.Set;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.UsbProduct;
import wistaxis.core.facts.Shown;

/**
 * A device of the maker on a port of the computer.
 *
 * @param product its USB product id
 * @param port where it hangs, in the words of the system; the same socket has the same port
 * @param serial its serial string, printable, at most {@link #LONGEST} characters; empty where it tells none
 */
public record UsbDevice(int product, String port, String serial) {
    /** Longer serial strings are cut: a USB string has at most 126 characters (published: USB 2.0, 9.6.7). */
    public static final int LONGEST = 126;

    /** Product ids of the maker between those of phones that are none: a box under a television. Published: usb.ids 2025.07.26. */
    private static final Set<Integer> OTHERS = Set.of(0x12a7);

    private static final int FIRST_NORMAL = 0x1290;
    private static final int LAST_NORMAL = 0x12ac;

    public UsbDevice {
        String shown = Shown.printable(serial).strip();
        serial = shown.substring(0, Math.min(LONGEST, shown.length()));
        port = Shown.printable(port).strip();
    }

    /**
     * Reads what a system tells of a thing on its bus.
     *
     * @param vendor four hexadecimal digits, with or without {@code 0x}
     * @param product the same
     * @return empty for everything that is no phone or tablet of the maker in a mode that is known
     */
    public static Optional<UsbDevice> of(String vendor, String product, String port, String serial) {
        int id = hex(product);
        return hex(vendor) == UsbProduct.VENDOR && (id == UsbProduct.DFU || id == UsbProduct.RECOVERY
                || id >= FIRST_NORMAL && id <= LAST_NORMAL && !OTHERS.contains(id)) ? Optional.of(new UsbDevice(id, port, serial))
                : Optional.empty();
    }

    private static int hex(String digits) {
        try {
            String plain = digits.strip();
            return Integer.parseInt(plain.startsWith("0x") ? plain.substring(2) : plain, 16);
        } catch (NumberFormatException e) {
            return -1;
        }
    }

    public ComputerSees mode() {
        return UsbProduct.modeOf(product);
    }

    /** What its serial string says. */
    public SerialWords words() {
        return SerialWords.of(serial);
    }
}
