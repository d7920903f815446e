/**
 * Turns a device's resolved settings into the bytes its family reads, with that dialect's escaping.
 * The same inputs give the same bytes.
 */
@NullMarked
package jordfell.core.render;

import org.jspecify.annotations.NullMarked;
