/** Causes with their devices: the Triage screen's API. */
@NullMarked
package jordfell.server.triage;

import org.jspecify.annotations.NullMarked;
