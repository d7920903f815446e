/** Rounds of test calls for a selection, a site or a batch, and their protocols. */
@NullMarked
package jordfell.server.proving;

import org.jspecify.annotations.NullMarked;
