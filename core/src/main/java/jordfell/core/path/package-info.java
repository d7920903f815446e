/**
 * A device's way to dial tone: decides the state of the nine stops and the device's condition from
 * records and observations up to a given moment.
 */
@NullMarked
package jordfell.core.path;

import org.jspecify.annotations.NullMarked;
