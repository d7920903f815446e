package jordfell.core.diagnosis;

import java.time.temporal.ChronoUnit;
import java.util.List;
import jordfell.core.evidence.Observation.AddressBanned;
import jordfell.core.milestone.Ping;

/** <em>address-banned</em>: a node hears nothing from its address, since too much that came from there was refused. */
final class BannedAddress implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        // One that was started anew has a registration from before, and does not answer where that was.
        boolean isWell = device.path().lines().stream()
                .allMatch(line -> line.accepted(device.now())
                        && line.reached().ping().filter(Ping::isDeaf).isEmpty());
        return isWell
                ? List.of()
                : device.reached().ban().stream()
                        .filter(ban -> ban.until().isAfter(device.now()))
                        // Why its own registrations were refused is told by who knows why.
                        .filter(ban ->
                                !isOwn(device, ban) || device.turnedAway().isEmpty())
                        .map(ban -> told(device, ban))
                        .toList();
    }

    private static boolean isOwn(CaseOf device, AddressBanned ban) {
        return device.path().lines().stream().anyMatch(line -> line.number().equals(ban.number()));
    }

    private static Finding told(CaseOf device, AddressBanned ban) {
        boolean own = isOwn(device, ban);
        String refused = ban.times() == 1
                ? "a registration of " + ban.number() + " from there was refused"
                : ban.times() + " registrations from there were refused, the last of " + ban.number();
        return Finding.certain(
                        Cause.ADDRESS_BANNED,
                        ban.node() + " hears nothing from " + ban.address() + ", since " + refused + ".")
                .variant(ban.node() + " " + ban.address())
                .brief("its address is banned by " + ban.node())
                .detail(
                        own
                                ? "The last one was its own; whoever else comes from there is not heard either."
                                : "It comes from the same address: that says nothing of this phone itself.")
                .since(ban.at())
                .shownBy(ban.node() + " banned " + ban.address() + " for "
                        + ChronoUnit.MINUTES.between(ban.at(), ban.until()) + " minutes after refusing " + ban.number()
                        + " last")
                .remedies(
                        new Remedy(
                                Remedy.Action.UNBAN,
                                "Have " + ban.node() + " hear " + ban.address() + " again",
                                0,
                                ban.node() + " " + ban.address(),
                                ban.node() + " hears all that comes from " + ban.address()
                                        + " again, at once. Until " + ban.number()
                                        + " is mended, it is banned anew after as many refusals."),
                        Remedy.advice("See first why " + ban.number() + " was refused."));
    }
}
