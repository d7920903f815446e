/** Templates, settings with their origin, the preview of one device's file, and what pickers and the frame need. */
@NullMarked
package jordfell.server.templates;

import org.jspecify.annotations.NullMarked;
