/**
 * Simulated phones. They know nothing but the file they were sent and what comes over the network.
 */
@NullMarked
package jordfell.lab.phone;

import org.jspecify.annotations.NullMarked;
