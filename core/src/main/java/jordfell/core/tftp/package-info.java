/**
 * The trivial file transfer protocol (RFC 1350 with the options of RFC 2347 to 2349), read-only. Decides what each packet
 * says and what is answered; leaves sockets, clocks and which file a name means to others.
 */
@NullMarked
package jordfell.core.tftp;

import org.jspecify.annotations.NullMarked;
