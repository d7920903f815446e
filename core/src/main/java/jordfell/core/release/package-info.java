/**
 * What a configuration says, which bytes it has, and how two of them differ.
 */
@NullMarked
package jordfell.core.release;

import org.jspecify.annotations.NullMarked;
