/** How much is registered and refused, at which node and from which site, and how fast that is answered. */
@NullMarked
package jordfell.core.traffic;

import org.jspecify.annotations.NullMarked;
