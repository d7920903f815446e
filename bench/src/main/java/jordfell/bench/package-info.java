/** Measures what the product promises at size, each figure as a ratio against a baseline in the same run. */
@NullMarked
package jordfell.bench;

import org.jspecify.annotations.NullMarked;
