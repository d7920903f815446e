/** Scenarios of the Lab: what happens at a place, beside its faults, and how well it is told. */
@NullMarked
package jordfell.server.rehearsal;

import org.jspecify.annotations.NullMarked;
