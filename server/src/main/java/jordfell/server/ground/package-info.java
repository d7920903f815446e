/** The ground that everything stands on, changed with a word before on whom a change touches: domains, sites, models. */
@NullMarked
package jordfell.server.ground;

import org.jspecify.annotations.NullMarked;
