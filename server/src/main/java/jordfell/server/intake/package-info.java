/** Enrolment and knocks: the Intake screen's API. */
@NullMarked
package jordfell.server.intake;

import org.jspecify.annotations.NullMarked;
