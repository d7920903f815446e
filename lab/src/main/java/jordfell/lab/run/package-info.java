/**
 * A whole fleet run on a virtual clock: how many registrations come, how long nodes need for them, and when all are back.
 */
@NullMarked
package jordfell.lab.run;

import org.jspecify.annotations.NullMarked;
