package wistaxis.core.signing;

import org.jspecify.annotations.Nullable;

/**
 * The signing service's answer.
 *
 * @param statement what was signed, when granted
 * @param signature Ed25519 over the statement's UTF-8 bytes, Base64, when granted
 * @param reason why not, when refused
 */
public record SigningAnswer(boolean granted, @Nullable String statement, @Nullable String signature, @Nullable String reason) {
    /** What the answer comes to after it was checked. */
    public record Outcome(boolean granted, String says) {}

    /** Checks the answer against what was asked: same device, same build, same nonce, and the service's signature over them. */
    public Outcome check(SigningRequest asked, Ed25519Key key) {
        if (!granted) {
            return new Outcome(false, "The signing service refuses: " + (reason == null ? "no reason given" : reason));
        }
        if (statement == null || signature == null) {
            return new Outcome(false, "The signing service's answer holds no signature. Ask again.");
        }
        if (!statement.equals(asked.statement())) {
            return new Outcome(false, "The signing service answered another question than [" + asked.identifier() + " " + asked.build()
                    + "]: an old or a wrong answer. Ask again.");
        }
        return key.verifiesBase64(statement, signature)
                ? new Outcome(true, "Signed for " + asked.identifier() + ", build " + asked.build() + ".")
                : new Outcome(false, "The signature on the signing service's answer is not genuine. Do not write this build.");
    }
}
