package wistaxis.workbench.life;

import java.util.function.Consumer;

/** Of questions whose answers may come in any order, only the latest one's is taken. Of one thread. */
public final class Latest {
    private long asked;

    /** A new question: answers of earlier ones are nobody's any more. */
    public <T> Consumer<T> asks(Consumer<T> taker) {
        asked++;
        return more(taker);
    }

    /** More of the latest question. */
    public <T> Consumer<T> more(Consumer<T> taker) {
        long mine = asked;
        return answer -> {
            if (mine == asked) {
                taker.accept(answer);
            }
        };
    }
}
