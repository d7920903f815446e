/**
 * Observations: timed facts about a device, as they were seen. Append-only; nothing here is computed.
 */
@NullMarked
package jordfell.core.evidence;

import org.jspecify.annotations.NullMarked;
