package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.sip.DigestChallenge;

/** <em>wrong-realm</em>: its answer is for another realm than the one that it was challenged for (RFC 3261 §22.1). */
final class WrongRealm implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(t -> t.overCredentials() && t.rightUser())
                .flatMap(t -> t
                        .challenge()
                        .map(DigestChallenge::realm)
                        .filter(asked -> !asked.equals(t.answer().orElseThrow().realm()))
                        .map(asked -> otherRealm(device, t, asked))
                        .stream())
                .toList();
    }

    private static Finding otherRealm(CaseOf device, TurnedAway t, String asked) {
        String realm = t.answer().orElseThrow().realm();
        return t.tell(Finding.certain(
                        Cause.WRONG_REALM,
                        "It answers for the realm “" + realm + "”; the registrar asked for “" + asked + "”."))
                .variant(realm)
                .brief("wrong realm")
                .detail("The realm goes into the answer with the password, so no password fits while they differ.")
                .remedies(
                        Remedy.bringUpToDate(device),
                        Remedy.advice("If a realm was typed into the phone, leave that field empty: it takes it from"
                                + " the challenge."));
    }
}
