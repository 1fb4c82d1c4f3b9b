package wistaxis.core.buttons;

/** What a USB product id of the maker's devices says about the mode. Published: usb.ids 2025.07.26. */
public final class UsbProduct {
    /** The maker's USB vendor id. */
    public static final int VENDOR = 0x05ac;
    public static final int DFU = 0x1227;
    public static final int RECOVERY = 0x1281;

    private UsbProduct() {}

    /** @param product the USB product id of a device whose vendor is {@link #VENDOR} */
    public static ComputerSees modeOf(int product) {
        return switch (product) {
            case DFU -> ComputerSees.DFU;
            case RECOVERY -> ComputerSees.RECOVERY;
            default -> ComputerSees.NORMAL;
        };
    }
}
