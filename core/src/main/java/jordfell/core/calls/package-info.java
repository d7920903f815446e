/**
 * What rings when a number is called: through outside numbers, groups and diversions to the devices that would ring now, to its
 * end. What may be dialled is {@link jordfell.core.dialing}'s.
 */
@NullMarked
package jordfell.core.calls;

import org.jspecify.annotations.NullMarked;
