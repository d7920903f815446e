/** The log of observations, and whose they are. */
@NullMarked
package jordfell.server.history;

import org.jspecify.annotations.NullMarked;
