/** Decides who is given a device's files. Leaves to others how proofs are checked and what the files hold. */
@NullMarked
package jordfell.core.provision;

import org.jspecify.annotations.NullMarked;
