/** Addresses and what comes with them (RFC 2131, RFC 2132): the messages, and the server of a site. */
@NullMarked
package jordfell.lab.dhcp;

import org.jspecify.annotations.NullMarked;
