/** Errors as problem documents (RFC 9457). */
@NullMarked
package jordfell.server.problem;

import org.jspecify.annotations.NullMarked;
