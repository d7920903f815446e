package jordfell.core.diagnosis;

import java.time.temporal.ChronoUnit;
import java.util.List;
import jordfell.core.evidence.Observation.AddressBanned;

/** <em>address-banned</em>: a node hears nothing from its address, since too much that came from there was refused. */
final class BannedAddress implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        boolean isRegistered = device.path().lines().stream().allMatch(line -> line.accepted(device.now()));
        return isRegistered
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

        String whose = own ? "its own registrations" : "registrations of " + ban.number();
        return Finding.certain(
                        Cause.ADDRESS_BANNED,
                        ban.node() + " hears nothing from " + ban.address() + ", since " + whose
                                + " were refused there " + NeverAnswersChallenge.times(ban.times()) + ".")
                .variant(ban.node() + " " + ban.address())
                .brief("its address is banned by " + ban.node())
                .detail(
                        own
                                ? "Until its password or number is mended it bans everybody behind its address with it."
                                : "This phone did nothing wrong: it comes from the same address.")
                .since(ban.at())
                .shownBy(ban.node() + " banned " + ban.address() + " for "
                        + ChronoUnit.MINUTES.between(ban.at(), ban.until()) + " minutes after refusing " + ban.number())
                .remedies(Remedy.advice("Mend " + ban.number() + " first, and then have " + ban.node() + " let "
                        + ban.address() + " in again; else it is banned anew."));
    }
}
