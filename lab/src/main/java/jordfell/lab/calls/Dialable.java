package jordfell.lab.calls;

import java.util.regex.Pattern;

/** What is dialled on keys; other names are the registrar’s own. */
final class Dialable {

    private static final Pattern KEYS = Pattern.compile("[0-9*#A-D+]+");

    private Dialable() {}

    static boolean isOne(String user) {
        return KEYS.matcher(user).matches();
    }
}
