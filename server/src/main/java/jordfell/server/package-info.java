/** The server: stores, security, provisioning and the API of the screens. It asks core for every rule of the job. */
@NullMarked
package jordfell.server;

import org.jspecify.annotations.NullMarked;
