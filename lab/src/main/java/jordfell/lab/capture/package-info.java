/**
 * What is on the wire of the world, kept for a while and written as a capture that general tools read.
 */
@NullMarked
package jordfell.lab.capture;

import org.jspecify.annotations.NullMarked;
