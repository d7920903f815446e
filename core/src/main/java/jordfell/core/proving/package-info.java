/** Rounds of test calls: how fast they may go, what came of each, and the protocol of a site. */
@NullMarked
package jordfell.core.proving;

import org.jspecify.annotations.NullMarked;
