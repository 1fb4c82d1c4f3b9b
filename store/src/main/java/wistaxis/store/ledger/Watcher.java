package wistaxis.store.ledger;

/** Whoever watches long work: told how many entries are done, and whether to go on. */
public interface Watcher {
    boolean goOn(long done);
}
