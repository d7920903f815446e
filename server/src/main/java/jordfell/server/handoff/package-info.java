/** Passing a softphone's credentials to its user once, by a link that runs out. */
@NullMarked
package jordfell.server.handoff;

import org.jspecify.annotations.NullMarked;
