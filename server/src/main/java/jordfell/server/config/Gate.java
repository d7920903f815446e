package jordfell.server.config;

import jakarta.servlet.Filter;

/** Stands before everything that comes in by HTTP, whether people or phones ask. */
public interface Gate extends Filter {

    /** An attribute of a request: how many bytes it may have, where that is more than usual. */
    String LONGEST_BODY = "jordfell.longest-body";

    /** An attribute of a request that goes on for as long as whoever sends it likes; who may do so has bounds of its own. */
    String GOES_ON = "jordfell.goes-on";
}
