/** Whether what is done can be kept: room, the right to write, and a database that answers. */
@NullMarked
package jordfell.server.keeping;

import org.jspecify.annotations.NullMarked;
