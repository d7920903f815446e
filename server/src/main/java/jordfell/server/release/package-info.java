/** Releases: what was rendered for whom, and the tray. */
@NullMarked
package jordfell.server.release;

import org.jspecify.annotations.NullMarked;
