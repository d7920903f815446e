/**
 * Reads what others recorded: captures of packets (pcap, pcapng) and text logs, taken as they come, in bounded memory. What
 * comes out is sightings: observations, and what each says of whose it is.
 */
@NullMarked
package jordfell.core.capture;

import org.jspecify.annotations.NullMarked;
