/**
 * The registrar behind real sockets on the loopback interface: UDP, TCP and TLS.
 */
@NullMarked
package jordfell.lab.wire;

import org.jspecify.annotations.NullMarked;
