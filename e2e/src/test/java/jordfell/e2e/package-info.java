/** What a person does, in a real browser against the real server. */
@NullMarked
package jordfell.e2e;

import org.jspecify.annotations.NullMarked;
