/** The simulated world inside the running application, and the Lab screen's API. */
@NullMarked
package jordfell.server.lab;

import org.jspecify.annotations.NullMarked;
