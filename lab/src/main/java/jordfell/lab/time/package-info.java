/**
 * The world's clock and its events, in one order: virtual for tests and history, the wall clock afterwards.
 */
@NullMarked
package jordfell.lab.time;

import org.jspecify.annotations.NullMarked;
