package wistaxis.core.signing;

import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Said;

/**
 * The signing service's answer.
 *
 * @param statement what was signed, when granted
 * @param signature Ed25519 over the statement's UTF-8 bytes, Base64, when granted
 * @param reason why not, when refused
 */
public record SigningAnswer(boolean granted, @Nullable String statement, @Nullable String signature, @Nullable String reason) {
    /** What the answer comes to after it was checked. */
    public record Outcome(boolean granted, Said says) {}

    /** Checks the answer against what was asked: same device, same build, same nonce, and the service's signature over them. */
    public Outcome check(SigningRequest asked, Ed25519Key key) {
        if (!granted) {
            return new Outcome(false, reason == null ? Said.of("core.signing.refused-why-not-said")
                    : Said.of("core.signing.refused", "why", reason));
        }
        if (statement == null || signature == null) {
            return new Outcome(false, Said.of("core.signing.none"));
        }
        if (!statement.equals(asked.statement())) {
            return new Outcome(false, Said.of("core.signing.other-question", "model", asked.identifier(), "build", asked.build()));
        }
        return key.verifiesBase64(statement, signature)
                ? new Outcome(true, Said.of("core.signing.signed", "model", asked.identifier(), "build", asked.build()))
                : new Outcome(false, Said.of("core.signing.not-genuine"));
    }
}
