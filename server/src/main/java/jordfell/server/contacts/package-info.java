/** Lists of contacts as other programs write and read them. */
@NullMarked
package jordfell.server.contacts;

import org.jspecify.annotations.NullMarked;
