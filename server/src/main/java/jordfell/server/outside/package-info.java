/** The way to the web outside, and what stands in for it. */
@NullMarked
package jordfell.server.outside;

import org.jspecify.annotations.NullMarked;
