/**
 * Domains, blocks and extensions: decides which numbers may be given and which SIP passwords are fit.
 * Leaves storing and sealing to the server.
 */
@NullMarked
package jordfell.core.roster;

import org.jspecify.annotations.NullMarked;
