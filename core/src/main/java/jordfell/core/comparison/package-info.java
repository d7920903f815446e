/**
 * Two devices side by side: what differs between one that works and one that doesn’t, and which of it differs on any two devices
 * and so says nothing. Leaves what the devices are to who asks.
 */
@NullMarked
package jordfell.core.comparison;

import org.jspecify.annotations.NullMarked;
