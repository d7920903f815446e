/** MACs that ask and are on no record: who knocks, and what to do with them. */
@NullMarked
package jordfell.server.knock;

import org.jspecify.annotations.NullMarked;
