/**
 * What was done and can be undone. Whoever changes records tells a {@link jordfell.server.undo.Recording} which; turning
 * an act takes its changes back, and turning it again brings them back, with the same keys and the same secrets.
 */
@NullMarked
package jordfell.server.undo;

import org.jspecify.annotations.NullMarked;
