/** Evidence that somebody brought from elsewhere: captures and logs, uploaded or fed as they are made. */
@NullMarked
package jordfell.server.brought;

import org.jspecify.annotations.NullMarked;
