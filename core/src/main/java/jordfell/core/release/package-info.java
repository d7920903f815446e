/**
 * Revisions of rendered configurations and the differences between two of them.
 */
@NullMarked
package jordfell.core.release;

import org.jspecify.annotations.NullMarked;
