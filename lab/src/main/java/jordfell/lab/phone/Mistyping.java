package jordfell.lab.phone;

import java.util.Locale;

/** Ways in which a password goes wrong when somebody types or pastes it into a phone by hand. */
public enum Mistyping {
    BLANK_AFTER {
        @Override
        public String apply(String password, int keep) {
            return password + " ";
        }
    },
    BLANK_BEFORE {
        @Override
        public String apply(String password, int keep) {
            return " " + password;
        }
    },
    /** Only the first characters, as many as are kept. */
    CUT {
        @Override
        public String apply(String password, int keep) {
            return password.substring(0, Math.min(Math.max(0, keep), password.length()));
        }
    },
    CAPITALS {
        @Override
        public String apply(String password, int keep) {
            return password.toUpperCase(Locale.ROOT);
        }
    },
    EMPTY {
        @Override
        public String apply(String password, int keep) {
            return "";
        }
    },
    /** Something that was never this extension's. */
    ANOTHER {
        @Override
        public String apply(String password, int keep) {
            return "not-" + password.hashCode();
        }
    };

    /**
     * The password as it was typed.
     *
     * @param keep for {@link #CUT}, how many characters were typed
     */
    public abstract String apply(String password, int keep);
}
