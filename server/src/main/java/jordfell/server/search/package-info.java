/** What finds devices, people and extensions by any fragment of what stands on record of them. */
@NullMarked
package jordfell.server.search;

import org.jspecify.annotations.NullMarked;
