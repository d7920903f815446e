/** Has devices write down all that they can for a while, and puts that back by itself. */
@NullMarked
package jordfell.server.closer;

import org.jspecify.annotations.NullMarked;
