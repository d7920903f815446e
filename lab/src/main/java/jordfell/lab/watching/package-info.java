/**
 * What agents can watch (RFC 6665): the calls of an extension (RFC 4235), its messages (RFC 3842) and its registrations (RFC
 * 3680), so that a lamp shows what is.
 */
@NullMarked
package jordfell.lab.watching;

import org.jspecify.annotations.NullMarked;
