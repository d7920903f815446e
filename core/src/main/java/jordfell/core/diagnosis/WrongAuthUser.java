package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.sip.DigestAnswer;

/** <em>wrong-auth-user</em>: its answer to a challenge names another user than the one on record. */
final class WrongAuthUser implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(t -> t.overCredentials() && !t.rightUser())
                .map(t -> otherUser(device, t))
                .toList();
    }

    private static Finding otherUser(CaseOf device, TurnedAway t) {
        DigestAnswer answer = t.answer().orElseThrow();
        PasswordUsed used = t.used();
        return t.tell(Finding.certain(
                        Cause.WRONG_AUTH_USER,
                        "It answers as “" + answer.username() + "”; the registrar expects “"
                                + t.extension().authUser() + "”."))
                .variant(answer.username())
                .brief("wrong authentication user")
                .detail(
                        used instanceof PasswordUsed.Right
                                ? "The password is right, so only the authentication user differs."
                                : "The password is " + used.brief() + ".")
                .remedies(Remedy.bringUpToDate(device));
    }
}
