package jordfell.lab.watching;

/** How many messages wait for an extension. */
public interface Messages {

    /** New ones; and those that were heard. */
    record Count(int fresh, int heard) {
        public static final Count NONE = new Count(0, 0);
    }

    Count of(Watched who);
}
