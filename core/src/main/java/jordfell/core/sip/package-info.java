/**
 * SIP as evidence: a tolerant message reader, header grammars, digest answers. Sends nothing.
 */
@NullMarked
package jordfell.core.sip;

import org.jspecify.annotations.NullMarked;
