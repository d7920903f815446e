/** The endpoint from which phones fetch their files. */
@NullMarked
package jordfell.server.provision;

import org.jspecify.annotations.NullMarked;
