/** Devices and their lines, and everything the records say of one device. */
@NullMarked
package jordfell.server.device;

import org.jspecify.annotations.NullMarked;
