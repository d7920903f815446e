/**
 * The registrar behind a real UDP socket on the loopback interface.
 */
@NullMarked
package jordfell.lab.udp;

import org.jspecify.annotations.NullMarked;
