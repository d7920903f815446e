/**
 * The catalogue of typed settings and the layers they come from: decides each setting's value and
 * keeps every layer's word on it. Leaves the manufacturer's spelling to {@link jordfell.core.render}.
 */
@NullMarked
package jordfell.core.settings;

import org.jspecify.annotations.NullMarked;
