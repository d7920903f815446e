/**
 * Values that are worked out: text with {@code {{ }}} and formulas after {@code =}, both in CEL. Decides what they give
 * and says in plain words why one gives nothing. Which names there are is for those who ask.
 */
@NullMarked
package jordfell.core.formula;

import org.jspecify.annotations.NullMarked;
