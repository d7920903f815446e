/**
 * A small simulated network of datagrams: addresses, delay, pulled cables.
 */
@NullMarked
package jordfell.lab.net;

import org.jspecify.annotations.NullMarked;
