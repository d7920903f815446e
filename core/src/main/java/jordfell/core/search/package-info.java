/** Finds things by any piece of their text, in a time that does not grow with their number. */
@NullMarked
package jordfell.core.search;

import org.jspecify.annotations.NullMarked;
