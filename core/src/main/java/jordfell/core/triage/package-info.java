/** What people say of causes, and how many devices were held over time. */
@NullMarked
package jordfell.core.triage;

import org.jspecify.annotations.NullMarked;
