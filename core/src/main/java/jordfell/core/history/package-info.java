/**
 * A device's history: stepped from observation to observation, never computed from all of them. Decides when its findings
 * open and close and what moved, and leaves to others what the stops and the rules say.
 */
@NullMarked
package jordfell.core.history;

import org.jspecify.annotations.NullMarked;
