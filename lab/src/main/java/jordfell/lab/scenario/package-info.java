/**
 * Courses of faults that are ready to be run, with what is to be found while they last, and how well that was told.
 */
@NullMarked
package jordfell.lab.scenario;

import org.jspecify.annotations.NullMarked;
