/**
 * What was done and can be undone. Whoever changes records tells a {@link jordfell.server.change.Recording} which; turning
 * an act takes its changes back, and turning it again brings them back, with the same keys and the same secrets.
 */
@NullMarked
package jordfell.server.change;

import org.jspecify.annotations.NullMarked;
