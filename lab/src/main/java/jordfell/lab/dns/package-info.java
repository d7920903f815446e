/**
 * A DNS server for the domains' zones, answering real DNS messages over the simulated network.
 */
@NullMarked
package jordfell.lab.dns;

import org.jspecify.annotations.NullMarked;
