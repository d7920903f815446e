/** What printed sheets share: their font, and text that stays within its room. */
@NullMarked
package jordfell.server.print;

import org.jspecify.annotations.NullMarked;
