package wistaxis.store.files;

/** A file is not what it was when we wrote it. */
public final class Damaged extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public Damaged(String why) {
        super(why);
    }
}
