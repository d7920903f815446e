/** Ladders as screens are given them. */
@NullMarked
package jordfell.server.ladder;

import org.jspecify.annotations.NullMarked;
