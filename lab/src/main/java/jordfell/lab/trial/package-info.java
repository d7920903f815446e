/** The diagnosis tried: worlds in which one thing goes wrong, what is told of it, and whether that is true. */
@NullMarked
package jordfell.lab.trial;

import org.jspecify.annotations.NullMarked;
