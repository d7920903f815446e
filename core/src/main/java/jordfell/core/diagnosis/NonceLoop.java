package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.sip.DigestChallenge;

/** <em>nonce-loop</em>: user, password and address of its answer are right, and it is challenged again (RFC 7616 §3.3). */
final class NonceLoop implements Rule {

    /** Once is what a nonce that ran out looks like, or an answer that was sent again since what it was told got lost. */
    private static final int TELLING = 3;

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(t -> !AlgorithmMismatch.isOf(t))
                .filter(t -> t.isChallengedAgain() && t.answer().isPresent() && t.rightUser() && !WrongUri.differs(t))
                .filter(t -> t.asks().filter(a -> a.turnedBack() >= TELLING).isPresent())
                .filter(t -> t.used() instanceof PasswordUsed.Right)
                .map(t -> loop(device, t))
                .toList();
    }

    private static Finding loop(CaseOf device, TurnedAway t) {
        Optional<DigestChallenge> challenge = t.challenge();
        boolean stale = challenge.filter(DigestChallenge::stale).isPresent();
        String count = t.answer().orElseThrow().nc();
        return t.tell(Finding.likely(
                        Cause.NONCE_LOOP,
                        "Its user and password are right, and " + t.node() + " asks it again and again.",
                        "Two of its answers side by side: whether nonce and nonce count move on between them."))
                .variant(stale ? "stale" : "asked anew")
                .brief("right password, challenged again")
                .detail((stale
                                ? "The registrar calls the nonce stale: it is used after its time, or more than once."
                                : "The registrar does not take the nonce that it uses.")
                        + (count.isEmpty() ? "" : " Its last nonce count was " + count + "."))
                .remedies(Remedy.advice(
                        "Restart the phone, so that it begins with a new nonce; if it goes on, compare its"
                                + " firmware with one that works at "
                                + device.facts().site() + "."));
    }
}
