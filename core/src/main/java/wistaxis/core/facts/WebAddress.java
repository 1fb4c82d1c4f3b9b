package wistaxis.core.facts;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.List;

/** An address that a shop typed in. */
public final class WebAddress {
    private WebAddress() {}

    /**
     * Reads it. What is wrong with it is said without what may be a password in it.
     *
     * @param what what to call it in a message, for example "address of the library"
     * @throws BadInput for anything but http or https to a host, or with a name and password in it
     */
    public static URI typed(String typed, String what) {
        URI address;
        try {
            address = new URI(typed.strip());
        } catch (URISyntaxException e) {
            throw new BadInput("the " + what + " cannot be read: " + e.getReason() + " at letter [" + e.getIndex()
                    + "]; write for example https://firmware.example/", e);
        }
        if (address.getRawUserInfo() != null || address.getRawAuthority() != null && address.getRawAuthority().contains("@")) {
            throw new BadInput("the " + what + " has a name or password in it, which is not kept; leave that out");
        }
        if (!List.of("http", "https").contains(String.valueOf(address.getScheme())) || address.getHost() == null) {
            throw new BadInput("the " + what + " [" + Shown.value(typed) + "] has to begin with https:// or http:// and a host");
        }
        return address;
    }
}
