package jordfell.core.diagnosis;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import jordfell.core.sip.DigestAnswer;

/**
 * Finds out which password gave a digest response (RFC 7616 §3.4.1): the answer is computed for every candidate with
 * the nonce, URI, user and realm that were observed, until one fits.
 */
public final class PasswordCandidates {

    private PasswordCandidates() {}

    /** The candidates are tried from the likeliest on; {@code number} is the extension that should have answered. */
    public static PasswordUsed find(DigestAnswer answer, String method, String number, SecretBook book) {
        Predicate<String> fits = answer.candidates(method);
        Optional<String> current = book.current(number);
        if (current.filter(fits).isPresent()) {
            return new PasswordUsed.Right();
        }
        List<String> earlier = book.earlier(number);
        for (int i = 0; i < earlier.size(); i++) {
            if (fits.test(earlier.get(i))) {
                return new PasswordUsed.Earlier(i + 1);
            }
        }
        if (fits.test("")) {
            return new PasswordUsed.Empty();
        }
        Optional<Damage> damage = current.stream()
                .flatMap(p ->
                        Damage.of(p).stream().filter(d -> fits.test(d.apply().apply(p))))
                .findFirst();
        if (damage.isPresent()) {
            return new PasswordUsed.Damaged(damage.get());
        }
        return book.others(number).entrySet().stream()
                .filter(other -> fits.test(other.getValue()))
                .map(Map.Entry::getKey)
                .findFirst()
                .<PasswordUsed>map(PasswordUsed.Others::new)
                .orElseGet(PasswordUsed.Unknown::new);
    }
}
