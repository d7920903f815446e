package jordfell.lab.calls;

import jordfell.lab.net.Endpoint;

/**
 * Something that can be rung.
 *
 * @param number as whose device it rings; empty if it is no extension’s
 * @param uri whom it is asked as: the contact that was bound, whole (RFC 3261 §16.5)
 * @param at where it is sent: where the REGISTER came from (RFC 3581, RFC 5626)
 * @param node which node sends it: the one that the REGISTER came to
 * @param shown the number that it is to show; empty for the caller’s own
 */
record Target(String number, String uri, Endpoint at, String node, String shown) {

    Target(String number, String uri, Endpoint at, String node) {
        this(number, uri, at, node, "");
    }
}
