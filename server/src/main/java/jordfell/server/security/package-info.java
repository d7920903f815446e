/** Who signs in and what they may do; secrets sealed at rest; the audit trail. */
@NullMarked
package jordfell.server.security;

import org.jspecify.annotations.NullMarked;
