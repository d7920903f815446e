/** Values of settings by layer, and the layers of one device put together. */
@NullMarked
package jordfell.server.settings;

import org.jspecify.annotations.NullMarked;
