/** The time as it is asked for over the network (RFC 4330). */
@NullMarked
package jordfell.lab.ntp;

import org.jspecify.annotations.NullMarked;
