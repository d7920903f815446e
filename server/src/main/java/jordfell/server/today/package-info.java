/** What a day begins with: the fleet on its path, what is new, who works on what. */
@NullMarked
package jordfell.server.today;

import org.jspecify.annotations.NullMarked;
