/** Releases that go out a part at a time. Decides when a part begins, has carried, or must stop. */
@NullMarked
package jordfell.core.waves;

import org.jspecify.annotations.NullMarked;
