/** The screens as a browser is given them: one page for all addresses, and the files that it names. */
@NullMarked
package jordfell.server.screens;

import org.jspecify.annotations.NullMarked;
