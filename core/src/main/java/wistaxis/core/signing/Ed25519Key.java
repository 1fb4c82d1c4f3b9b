package wistaxis.core.signing;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.PublicKey;
import java.security.Signature;
import java.security.SignatureException;
import java.security.spec.X509EncodedKeySpec;
import java.util.Base64;
import java.util.HexFormat;

/** A public key that signatures are checked with. Published: RFC 8032 (signatures), RFC 8410 (encoding of the key). */
public final class Ed25519Key {
    /** The DER head of an Ed25519 SubjectPublicKeyInfo; the 32 bytes of the key follow. */
    private static final byte[] HEAD = HexFormat.of().parseHex("302a300506032b6570032100");

    private final PublicKey key;

    private Ed25519Key(PublicKey key) {
        this.key = key;
    }

    /** @param hex the 32 bytes of RFC 8032, as 64 hex digits */
    public static Ed25519Key parse(String hex) {
        byte[] der = new byte[HEAD.length + 32];
        System.arraycopy(HEAD, 0, der, 0, HEAD.length);
        System.arraycopy(HexFormat.of().parseHex(hex), 0, der, HEAD.length, 32);
        try {
            return new Ed25519Key(KeyFactory.getInstance("Ed25519").generatePublic(new X509EncodedKeySpec(der)));
        } catch (GeneralSecurityException e) {
            throw new IllegalArgumentException("[" + hex + "] is no Ed25519 public key", e);
        }
    }

    /** @param signature 64 bytes; anything else is simply not genuine */
    public boolean verifies(byte[] message, byte[] signature) {
        try {
            Signature check = Signature.getInstance("Ed25519");
            check.initVerify(key);
            check.update(message);
            return check.verify(signature);
        } catch (SignatureException e) {
            return false;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no Ed25519", e);
        }
    }

    boolean verifiesBase64(String message, String signature) {
        try {
            return verifies(message.getBytes(StandardCharsets.UTF_8), Base64.getDecoder().decode(signature));
        } catch (IllegalArgumentException e) {
            return false;
        }
    }
}
