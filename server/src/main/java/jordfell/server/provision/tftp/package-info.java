/** Files for phones that can only do TFTP, over a real socket on this machine. */
@NullMarked
package jordfell.server.provision.tftp;

import org.jspecify.annotations.NullMarked;
