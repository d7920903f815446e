/** How the server comes up: the checks of what it finds, how far it is, and what it says when it can't. */
@NullMarked
package jordfell.server.start;

import org.jspecify.annotations.NullMarked;
