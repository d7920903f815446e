/** What went to and fro between a device and everybody else, drawn out: lanes, steps, and messages in words. */
@NullMarked
package jordfell.core.ladder;

import org.jspecify.annotations.NullMarked;
