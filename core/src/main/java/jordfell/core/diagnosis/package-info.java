/**
 * Why a device is held: rules that read the evidence and return findings with cause, certainty and remedy.
 */
@NullMarked
package jordfell.core.diagnosis;

import org.jspecify.annotations.NullMarked;
