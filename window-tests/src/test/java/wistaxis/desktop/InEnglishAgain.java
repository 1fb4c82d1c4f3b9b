package wistaxis.desktop;

import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;

/** For tests that speak another language: whatever comes of them, the next one finds English. */
final class InEnglishAgain implements AfterEachCallback {
    @Override
    public void afterEach(ExtensionContext context) {
        Say.use(Language.ENGLISH);
    }
}
