/**
 * What is about to be enrolled: decides for each row whether it is ready, needs an answer or is refused.
 */
@NullMarked
package jordfell.core.intake;

import org.jspecify.annotations.NullMarked;
