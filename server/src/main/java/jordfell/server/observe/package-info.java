/** The log of observations, and whose they are. */
@NullMarked
package jordfell.server.observe;

import org.jspecify.annotations.NullMarked;
