/**
 * A device as it is kept, and what may become of its record: an edit, of one or of many, its lines, another box in its place, the
 * shelf. Enrolling one is {@link jordfell.core.intake}'s.
 */
@NullMarked
package jordfell.core.device;

import org.jspecify.annotations.NullMarked;
