/** Domains, sites, people, extensions and their passwords: stores and the Roster screen's API. */
@NullMarked
package jordfell.server.roster;

import org.jspecify.annotations.NullMarked;
