package wistaxis.store.ledger;

/** How often keys landed. @param landed of so many tries, on real devices of a model */
public record MethodResults(String identifier, int landed, int of) {}
