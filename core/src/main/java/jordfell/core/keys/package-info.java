/**
 * The programmable keys of a phone: what each is to do, by layer, and where it finds room on a model. Leaves how a key is
 * written into a file to {@link jordfell.core.render}.
 */
@NullMarked
package jordfell.core.keys;

import org.jspecify.annotations.NullMarked;
