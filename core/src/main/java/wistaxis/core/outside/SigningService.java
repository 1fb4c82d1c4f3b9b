package wistaxis.core.outside;

import wistaxis.core.signing.SigningAnswer;
import wistaxis.core.signing.SigningRequest;

/** Whoever decides, at the moment of the restore, whether a build may still be written. */
public interface SigningService {
    /** Blocks until answered; a refusal is an answer. */
    SigningAnswer ask(SigningRequest request) throws OutsideProblem;
}
