/** What somebody brought from elsewhere, matched to devices, and what the rules say of it as far as it can be seen from there. */
@NullMarked
package jordfell.core.brought;

import org.jspecify.annotations.NullMarked;
