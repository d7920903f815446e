/** What devices with one trouble have in common that others have not. */
@NullMarked
package jordfell.core.shared;

import org.jspecify.annotations.NullMarked;
