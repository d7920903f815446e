/** The application's own properties and wiring. */
@NullMarked
package jordfell.server.config;

import org.jspecify.annotations.NullMarked;
