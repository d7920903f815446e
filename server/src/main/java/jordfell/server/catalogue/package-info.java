/** The store of models. */
@NullMarked
package jordfell.server.catalogue;

import org.jspecify.annotations.NullMarked;
