/** What is offered about a finding is done, and watched until it passed: the acts themselves stand in the rooms of what they change. */
@NullMarked
package jordfell.server.remedy;

import org.jspecify.annotations.NullMarked;
