/** Casefiles: what is handed to somebody else about a device or a cause, without its secrets. */
@NullMarked
package jordfell.server.casefile;

import org.jspecify.annotations.NullMarked;
