/**
 * Puts clock, network, DNS, registrar and phones together, and reports everything seen as observations.
 */
@NullMarked
package jordfell.lab.world;

import org.jspecify.annotations.NullMarked;
