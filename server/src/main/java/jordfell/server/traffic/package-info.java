/** How much is registered and refused at nodes and sites, over the last day. */
@NullMarked
package jordfell.server.traffic;

import org.jspecify.annotations.NullMarked;
