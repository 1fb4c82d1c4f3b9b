package wistaxis.core.words;

/**
 * The language that is spoken: the technician's everywhere, but where something is made for somebody else, such as a document for a
 * customer.
 */
public final class Say {
    private static final ScopedValue<Language> HERE = ScopedValue.newInstance();
    private static volatile Language usual = Language.ENGLISH;

    private Say() {}

    public static Language language() {
        return HERE.isBound() ? HERE.get() : usual;
    }

    /** From now on the technician's language. */
    public static void use(Language language) {
        usual = language;
    }

    /** Says all that is said by some work in another language. */
    public static <T, X extends Throwable> T in(Language language, ScopedValue.CallableOp<T, X> work) throws X {
        return ScopedValue.where(HERE, language).call(work);
    }

    /** A text in the language that is spoken here. @param namesAndValues one after the other */
    public static String t(String key, Object... namesAndValues) {
        return Text.of(key, namesAndValues).toString();
    }
}
