/** When somebody is to be told, and when not: rules on what begins and ends in the fleet. */
@NullMarked
package jordfell.core.alarm;

import org.jspecify.annotations.NullMarked;
