/**
 * Domains, sites and models as people write them: decides what may be kept of them, and says whom a change touches before it is
 * made. Leaves storing, and who may change them, to the server.
 */
@NullMarked
package jordfell.core.ground;

import org.jspecify.annotations.NullMarked;
