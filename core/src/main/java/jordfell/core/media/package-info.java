/** What two ends of a call can hear each other with: codecs, session descriptions, offer and answer (RFC 3264). */
@NullMarked
package jordfell.core.media;

import org.jspecify.annotations.NullMarked;
