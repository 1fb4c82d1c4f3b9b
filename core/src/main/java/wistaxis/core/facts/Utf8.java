package wistaxis.core.facts;

import static wistaxis.core.words.Say.t;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/** Text files as they come from outside: UTF-8, a byte-order mark is passed over, anything else is refused in words. */
public final class Utf8 {
    private static final char MARK = '\uFEFF';

    private Utf8() {}

    /**
     * @param name what to call the file in a message
     * @throws BadInput for what is not UTF-8, saying what it is or where it ends to be
     */
    public static String read(byte[] bytes, String name) {
        if (looksWide(bytes)) {
            throw new BadInput(t("core.bad.utf16", "name", name));
        }
        ByteBuffer in = ByteBuffer.wrap(bytes);
        CharBuffer out = CharBuffer.allocate(bytes.length);
        CoderResult end = StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT).decode(in, out, true);
        if (end.isError()) {
            throw new BadInput(t("core.bad.utf8", "name", name, "at", in.position()), new CharacterCodingException());
        }
        return withoutMark(out.flip().toString(), name);
    }

    /** The two marks of UTF-16, or a zero byte, which no text has. */
    private static boolean looksWide(byte[] bytes) {
        if (bytes.length >= 2 && (bytes[0] == (byte) 0xFE && bytes[1] == (byte) 0xFF || bytes[0] == (byte) 0xFF
                && bytes[1] == (byte) 0xFE)) {
            return true;
        }
        for (byte b : bytes) {
            if (b == 0) {
                return true;
            }
        }
        return false;
    }

    /** @throws BadInput for text with nothing in it */
    static String withoutMark(String text, String name) {
        String bare = !text.isEmpty() && text.charAt(0) == MARK ? text.substring(1) : text;
        if (bare.isBlank()) {
            throw new BadInput(t("core.bad.empty", "name", name));
        }
        return bare;
    }
}
