package jordfell.core.traffic;

import java.time.Instant;

/**
 * What went on between one site and one node for {@link Traffic#SLICE}.
 *
 * @param from when it begins
 * @param domain whose node it is: two domains may call a node the same
 * @param site empty for agents that are none of the devices on record
 * @param registered registrations that were made or refreshed
 * @param refused REGISTERs that were answered with a no; a challenge and the first word of a longer expiry are none
 * @param lapsed registrations that ran out
 * @param answers how many answers to REGISTERs were timed
 * @param answerMillis of all these answers together, in milliseconds
 * @param slowestMillis of the slowest of them
 */
public record Slice(
        Instant from,
        String domain,
        String node,
        String site,
        int registered,
        int refused,
        int lapsed,
        int answers,
        long answerMillis,
        long slowestMillis) {

    static Slice empty(Instant from, String domain, String node, String site) {
        return new Slice(from, domain, node, site, 0, 0, 0, 0, 0, 0);
    }

    Slice oneRegistered() {
        return new Slice(
                from, domain, node, site, registered + 1, refused, lapsed, answers, answerMillis, slowestMillis);
    }

    Slice oneRefused() {
        return new Slice(
                from, domain, node, site, registered, refused + 1, lapsed, answers, answerMillis, slowestMillis);
    }

    Slice oneLapsed() {
        return new Slice(
                from, domain, node, site, registered, refused, lapsed + 1, answers, answerMillis, slowestMillis);
    }

    Slice answeredAfter(long millis) {
        return new Slice(
                from,
                domain,
                node,
                site,
                registered,
                refused,
                lapsed,
                answers + 1,
                answerMillis + millis,
                Math.max(slowestMillis, millis));
    }
}
