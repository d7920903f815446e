/** Certificates: who vouches for servers, and what a phone makes of the one that a server shows. */
@NullMarked
package jordfell.lab.tls;

import org.jspecify.annotations.NullMarked;
