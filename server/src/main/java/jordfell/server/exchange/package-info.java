/** Everything that is listed, out as tables and in again. */
@NullMarked
package jordfell.server.exchange;

import org.jspecify.annotations.NullMarked;
