package wistaxis.standins;

import java.util.ArrayList;
import java.util.List;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.UsbProduct;
import wistaxis.core.outside.OutsideProblem;
import wistaxis.core.usb.UsbDevice;
import wistaxis.core.usb.UsbWatch;

/** A USB watch that sees what it is told: for demo and tests. Any thread. */
public final class ScriptedUsb implements UsbWatch {
    /** A usual product id of a phone that is up. Published: usb.ids 2025.07.26. */
    private static final int PHONE = 0x12a8;

    private static final String SCRIPT = "a script (practice)";
    private static final double UP_SECONDS = 40;
    private static final double GONE_SECONDS = 2;
    private static final double RECOVERY_SECONDS = 900;

    private final List<UsbDevice> devices = new ArrayList<>();
    private @Nullable String problem;

    /** A device as it shows itself in a mode: its own id when it is up, {@code NAME:VALUE} words in the low modes. */
    public static UsbDevice device(ComputerSees mode, String port, String id, String chip, String board, String unit) {
        String words = "CPID:" + chip + " CPRV:11 CPFM:03 SCEP:01 BDID:" + board + " ECID:" + unit + " IBFL:3C SRNM:[" + id.substring(0, 8)
                + "]";
        return switch (mode) {
            case NORMAL -> new UsbDevice(PHONE, port, id);
            case RECOVERY -> new UsbDevice(UsbProduct.RECOVERY, port, words);
            case DFU -> new UsbDevice(UsbProduct.DFU, port, words);
            case NOTHING -> throw new IllegalArgumentException("nothing is no device");
        };
    }

    /**
     * A phone of nobody's that is up for a while, goes, and hangs there in recovery for as long as a device stays there: for the tickets of
     * practice that are worked on as on the real bench.
     */
    public static UsbWatch inTurn(LongSupplier nanos) {
        long begun = nanos.getAsLong();
        return new UsbWatch() {
            @Override
            public List<UsbDevice> look() {
                double at = (nanos.getAsLong() - begun) / 1e9 % (UP_SECONDS + 2 * GONE_SECONDS + RECOVERY_SECONDS);
                if (at < UP_SECONDS) {
                    return List.of(phone(ComputerSees.NORMAL));
                }
                boolean low = at > UP_SECONDS + GONE_SECONDS && at < UP_SECONDS + GONE_SECONDS + RECOVERY_SECONDS;
                return low ? List.of(phone(ComputerSees.RECOVERY)) : List.of();
            }

            @Override
            public String says() {
                return SCRIPT;
            }
        };
    }

    /** The phone of {@link #inTurn} in a mode. */
    public static UsbDevice phone(ComputerSees mode) {
        return device(mode, "1-1", "00008101-000A11112222001E", "8101", "0C", "000A11112222001E");
    }

    /** From now on these hang on it. */
    public synchronized void shows(UsbDevice... now) {
        devices.clear();
        devices.addAll(List.of(now));
        problem = null;
    }

    /** From now on it cannot be looked at. */
    public synchronized void fails(String why) {
        problem = why;
    }

    @Override
    public synchronized List<UsbDevice> look() throws OutsideProblem {
        if (problem != null) {
            throw new OutsideProblem(problem);
        }
        return List.copyOf(devices);
    }

    @Override
    public long everyMillis() {
        return 20;
    }

    @Override
    public String says() {
        return SCRIPT;
    }
}
