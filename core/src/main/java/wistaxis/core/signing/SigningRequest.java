package wistaxis.core.signing;

/**
 * The question to the signing service.
 *
 * @param identifier the device's model
 * @param build the build to be written
 * @param nonce 32 hex digits, fresh for every question, so that an old answer cannot be used again
 */
public record SigningRequest(String identifier, String build, String nonce) {
    public SigningRequest {
        if (!nonce.matches("[0-9a-f]{32}")) {
            throw new IllegalArgumentException("nonce [" + nonce + "]: 32 hex digits are needed");
        }
    }

    /** The bytes that are signed, as text: three lines after a heading, each ended by a line feed. */
    public String statement() {
        return "signing statement 1\ndevice=" + identifier + "\nbuild=" + build + "\nnonce=" + nonce + "\n";
    }
}
