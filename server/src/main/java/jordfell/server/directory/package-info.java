/** Phonebooks: what is in them, what was published, how each device is given it, and who has it. */
@NullMarked
package jordfell.server.directory;

import org.jspecify.annotations.NullMarked;
