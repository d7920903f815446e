/**
 * What is still missing before something can ring, in the order in which it is mended. The cure for half-done steps.
 */
@NullMarked
package jordfell.core.readiness;

import org.jspecify.annotations.NullMarked;
