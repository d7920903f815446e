/** What happened to a device, the one like it that works, and what technicians tell each other of it. */
@NullMarked
package jordfell.server.story;

import org.jspecify.annotations.NullMarked;
