package jordfell.core.shared;

/** One thing that devices can have in common. */
public record Factor(Kind kind, String value) {

    /** What kinds of things there are, each with how it is said of several devices and of nobody else. */
    public enum Kind {
        SITE("site", "are at %s"),
        MODEL("model", "are a %s"),
        TEMPLATE("template", "have the template %s"),
        RELEASE("release", "were in release %s"),
        FIRMWARE("firmware", "run firmware %s"),
        /** As registrars see it: a router that they have in common. */
        ADDRESS("address", "come from %s"),
        NODE("node", "speak to %s"),
        BATCH("batch", "were enrolled with %s");

        private final String word;
        private final String said;

        Kind(String word, String said) {
            this.word = word;
            this.said = said;
        }

        /** As the heading of a column. */
        public String word() {
            return word;
        }
    }

    /** Of several devices: {@code are at Eskvik Pier}. */
    String said() {
        return String.format(java.util.Locale.ROOT, kind.said, value);
    }
}
