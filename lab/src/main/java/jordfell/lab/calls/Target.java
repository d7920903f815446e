package jordfell.lab.calls;

import jordfell.lab.net.Endpoint;

/**
 * Something that can be rung.
 *
 * @param number as whose device it rings; empty if it is no extension’s
 * @param uri whom it is asked as: the contact that was bound, whole (RFC 3261 §16.5)
 * @param at where it is sent: where the REGISTER came from (RFC 3581, RFC 5626)
 * @param node which node sends it: the one that the REGISTER came to
 * @param shown who calls, as it is to show it; the number is empty for the caller’s own
 */
record Target(String number, String uri, Endpoint at, String node, Shown shown) {

    /**
     * Who calls, where that is not what the caller says.
     *
     * @param before what stands before the caller’s name; empty for nothing
     */
    record Shown(String number, String before) {
        static final Shown AS_IT_SAYS = new Shown("", "");

        boolean isAsItSays() {
            return equals(AS_IT_SAYS);
        }
    }

    Target(String number, String uri, Endpoint at, String node) {
        this(number, uri, at, node, Shown.AS_IT_SAYS);
    }
}
