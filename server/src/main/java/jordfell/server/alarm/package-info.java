/** Tells people outside what happens: rules, what is so now, and messages by mail and to web addresses. */
@NullMarked
package jordfell.server.alarm;

import org.jspecify.annotations.NullMarked;
