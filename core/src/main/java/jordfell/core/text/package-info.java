/** Decides which characters a text may hold that people read and phones are sent. */
@NullMarked
package jordfell.core.text;

import org.jspecify.annotations.NullMarked;
