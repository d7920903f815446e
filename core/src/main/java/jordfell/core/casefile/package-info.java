/** What is handed to somebody else about a device: the evidence of a window of time, with its secrets taken out. */
@NullMarked
package jordfell.core.casefile;

import org.jspecify.annotations.NullMarked;
