/**
 * What dialled digits make: what a phone does with each key by its digit map, and where a registrar sends the number by its dial
 * lists. Who is called by it, and what rings there, is left to others.
 */
@NullMarked
package jordfell.core.dialing;

import org.jspecify.annotations.NullMarked;
