/** What dialled digits make. Decides whether a digit map is well written; what it matches is left to those who dial. */
@NullMarked
package jordfell.core.dialing;

import org.jspecify.annotations.NullMarked;
