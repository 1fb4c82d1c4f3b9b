package wistaxis.core.facts;

import com.fasterxml.jackson.annotation.JsonValue;

/** Where a fact comes from; every entry of a fact file carries one, with a {@code source} in words beside it. */
public enum Provenance {
    COMMON_PRACTICE("common-practice"),
    MEMORY("memory"),
    PUBLISHED("published"),
    OURS("ours");

    private final String id;

    Provenance(String id) {
        this.id = id;
    }

    @JsonValue
    @Override
    public String toString() {
        return id;
    }
}
