/** What may be dialled, and what comes of it: dial lists, permissions, and what if somebody dials. */
@NullMarked
package jordfell.server.calls;

import org.jspecify.annotations.NullMarked;
