/** Live events for the screens (server-sent events). */
@NullMarked
package jordfell.server.events;

import org.jspecify.annotations.NullMarked;
