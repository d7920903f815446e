/** The demo scenario, played on the virtual clock so that it has a past. */
@NullMarked
package jordfell.server.demo;

import org.jspecify.annotations.NullMarked;
