package wistaxis.store.internet;

/** What a download cannot get over by itself, in words. */
final class DownloadProblem extends Exception {
    private static final long serialVersionUID = 1L;

    /** Whether it may go away by itself, so that trying again makes sense. */
    private final boolean passing;

    DownloadProblem(String why, boolean passing) {
        super(why);
        this.passing = passing;
    }

    boolean passing() {
        return passing;
    }
}
