package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.milestone.Refusal;

/** <em>registrar-says-no</em>: no name, password or number is the reason, so the answer is told as it came. */
final class RegistrarSaysNo implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(t -> t.refusal().filter(r -> r.status() != 404).isPresent())
                .filter(t -> !ContactsFull.isSo(t)
                        && !OutsideRefused.isSo(t)
                        && !ExpiryTooShort.isSo(t)
                        && !NodeOverloaded.isSo(t)
                        && !RequestMangled.isSo(t))
                .filter(t -> !t.overCredentials() || t.rightUser() && t.used() instanceof PasswordUsed.Right)
                .map(RegistrarSaysNo::asItCame)
                .toList();
    }

    private static Finding asItCame(TurnedAway t) {
        Refusal refusal = t.refusal().orElseThrow();
        String node = refusal.response().node();
        String number = t.line().number();
        boolean fails = refusal.status() >= 500;
        String warning = t.warning().isEmpty() ? "" : " It adds: “" + t.warning() + "”.";
        return t.tell(Finding.certain(
                        Cause.REGISTRAR_SAYS_NO,
                        "The registrar answers " + number + " with “" + refusal.answer() + "”." + warning))
                .variant(refusal.answer())
                .brief("is answered " + refusal.answer())
                .detail(
                        fails
                                ? "That is a failure that " + node
                                        + " tells of itself; it names nothing that is wrong with the phone."
                                : reason(t))
                .remedies(Remedy.advice(
                        fails
                                ? "See whether other phones at " + node + " are answered so too."
                                : "See what the registrar allows " + number + ": how many devices, and from where."));
    }

    private static String reason(TurnedAway t) {
        if (t.overCredentials()) {
            return "Its user and password fit what is on record, so it is something else that is refused.";
        }
        return t.request().isPresent() && t.answer().isEmpty()
                ? "The request that it refused answered no challenge, so no password is the reason."
                : "The answer names no user and no password as the reason.";
    }
}
