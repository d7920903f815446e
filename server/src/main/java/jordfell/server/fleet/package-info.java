/** Paths and findings kept up to date; the Fleet screen's API. */
@NullMarked
package jordfell.server.fleet;

import org.jspecify.annotations.NullMarked;
