/** What happened to a device, on one time axis and in sentences: what was changed, what it asked for, when it was registered. */
@NullMarked
package jordfell.core.story;

import org.jspecify.annotations.NullMarked;
