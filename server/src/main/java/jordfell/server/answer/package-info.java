/** Answers that several controllers give, so that the API document knows each by one name. */
@NullMarked
package jordfell.server.answer;

import org.jspecify.annotations.NullMarked;
