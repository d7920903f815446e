package jordfell.core.brought;

/** By what something that was brought is a device’s, the surest first. */
public enum MatchedBy {
    INSTANCE("its instance"),
    MAC("its MAC"),
    CALL_ID("a Call-ID of it that was seen here"),
    EXTENSION("its extension, nobody else’s"),
    ADDRESS("its address");

    private final String words;

    MatchedBy(String words) {
        this.words = words;
    }

    /** As in <em>matched by its instance</em>. */
    public String words() {
        return words;
    }
}
