/** What holds no more than there is room for. */
@NullMarked
package jordfell.core.bounded;

import org.jspecify.annotations.NullMarked;
