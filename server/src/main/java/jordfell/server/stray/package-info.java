/** Agents that register, or try to, and belong to no enrolled device: who they are, and what to do with them. */
@NullMarked
package jordfell.server.stray;

import org.jspecify.annotations.NullMarked;
