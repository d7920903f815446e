/** Sums over a site or a domain: local ports behind a router. */
@NullMarked
package jordfell.core.planning;

import org.jspecify.annotations.NullMarked;
