/**
 * Models of devices and what they can hold. Leaves their files to {@link jordfell.core.render}.
 */
@NullMarked
package jordfell.core.catalogue;

import org.jspecify.annotations.NullMarked;
