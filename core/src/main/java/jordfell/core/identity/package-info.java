/**
 * What names a device: decides whether written text is a MAC address and, if not, why.
 * Leaves to others whether that address is enrolled already.
 */
@NullMarked
package jordfell.core.identity;

import org.jspecify.annotations.NullMarked;
