package wistaxis.standins;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.PrivateKey;
import java.security.Signature;
import java.security.spec.PKCS8EncodedKeySpec;
import java.util.Base64;
import java.util.HexFormat;
import wistaxis.core.signing.Ed25519Key;

/** The maker's signing key in the stand-in world. It is no secret: it is worth nothing outside. */
public final class StandInSigner {
    private static final String SEED = "5a17a2c14d0e4b7b93c6f8e2017754ab9d3e6f508b1c42d7a0e95f3618c7b24d";
    private static final String PUBLIC = "b145070acb5da7ba4eac3a2c8fb6775f192a79a39a7bb5c7d1b3636bc69b096d";
    private static final byte[] PKCS8_HEAD = HexFormat.of().parseHex("302e020100300506032b657004220420");

    private final PrivateKey key;

    public StandInSigner() {
        this(SEED);
    }

    /** @param seed 64 hex digits, the private key of RFC 8032 */
    public StandInSigner(String seed) {
        byte[] der = new byte[PKCS8_HEAD.length + 32];
        System.arraycopy(PKCS8_HEAD, 0, der, 0, PKCS8_HEAD.length);
        System.arraycopy(HexFormat.of().parseHex(seed), 0, der, PKCS8_HEAD.length, 32);
        try {
            key = KeyFactory.getInstance("Ed25519").generatePrivate(new PKCS8EncodedKeySpec(der));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no Ed25519", e);
        }
    }

    /** The key that the core checks the stand-in's signatures with. */
    public static Ed25519Key publicKey() {
        return Ed25519Key.parse(PUBLIC);
    }

    /** @return 64 bytes */
    public byte[] sign(byte[] message) {
        try {
            Signature signature = Signature.getInstance("Ed25519");
            signature.initSign(key);
            signature.update(message);
            return signature.sign();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("cannot sign", e);
        }
    }

    String signText(String message) {
        return Base64.getEncoder().encodeToString(sign(message.getBytes(StandardCharsets.UTF_8)));
    }
}
