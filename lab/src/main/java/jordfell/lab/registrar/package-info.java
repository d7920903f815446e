/**
 * The registrar as a state machine: a request, its source and the time in; responses and events out.
 */
@NullMarked
package jordfell.lab.registrar;

import org.jspecify.annotations.NullMarked;
