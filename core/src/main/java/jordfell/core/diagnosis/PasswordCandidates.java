package jordfell.core.diagnosis;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Predicate;
import jordfell.core.sip.DigestAnswer;

/**
 * Finds out which password gave a digest response (RFC 7616 §3.4.1): the answer is computed for every candidate with
 * the nonce, URI, user and realm that were observed, until one fits.
 */
public final class PasswordCandidates {

    /** Two damages at once are tried up to so many. */
    private static final int MOST_PAIRS = 60_000;

    /** Of earlier and others’ passwords, damaged ones up to so many. */
    private static final int MOST_DAMAGED = 250_000;

    /** What phones come with, or people type for want of anything else. */
    private static final List<String> USUAL = List.of(
            "1234",
            "12345",
            "123456",
            "12345678",
            "0000",
            "0",
            "admin",
            "password",
            "Password",
            "user",
            "secret",
            "changeme",
            "phone",
            "1111",
            "4321",
            "666666",
            "123");

    private final Predicate<String> fits;
    private final AtomicInteger tried = new AtomicInteger();

    private PasswordCandidates(DigestAnswer answer, String method) {
        Predicate<String> asked = answer.candidates(method);
        this.fits = candidate -> {
            tried.incrementAndGet();
            return asked.test(candidate);
        };
    }

    /**
     * The candidates are tried from the likeliest on, but those only that cost little: anybody can have them tried.
     *
     * @param number the extension that should have answered
     */
    public static PasswordUsed find(DigestAnswer answer, String method, String number, SecretBook book) {
        PasswordCandidates candidates = new PasswordCandidates(answer, method);
        return candidates.likely(number, book).orElseGet(() -> new PasswordUsed.Unknown(candidates.tried.get()));
    }

    /** The same with all that is known of what fingers, files and programs do: thousands of candidates. */
    public static PasswordUsed findThoroughly(DigestAnswer answer, String method, String number, SecretBook book) {
        PasswordCandidates candidates = new PasswordCandidates(answer, method);
        return candidates
                .likely(number, book)
                .or(() -> candidates.mistaken(answer, number, book))
                .or(() -> candidates.slipped(number, book))
                .or(() -> candidates.damagedOther(number, book))
                .or(() -> candidates.twice(number, book))
                .orElseGet(() -> new PasswordUsed.Unknown(candidates.tried.get()));
    }

    private Optional<PasswordUsed> likely(String number, SecretBook book) {
        Optional<String> current = book.current(number);
        if (current.filter(fits).isPresent()) {
            return Optional.of(new PasswordUsed.Right());
        }
        List<String> earlier = book.earlier(number);
        for (int i = 0; i < earlier.size(); i++) {
            if (fits.test(earlier.get(i))) {
                return Optional.of(new PasswordUsed.Earlier(i + 1));
            }
        }
        if (fits.test("")) {
            return Optional.of(new PasswordUsed.Empty());
        }
        return current.flatMap(p -> first(p, Damage.of(p)))
                .<PasswordUsed>map(PasswordUsed.Damaged::new)
                .or(() -> book.others(number).entrySet().stream()
                        .filter(other -> fits.test(other.getValue()))
                        .map(Map.Entry::getKey)
                        .findFirst()
                        .map(PasswordUsed.Others::new));
    }

    /** What stands beside the password on a sheet, and what phones come with. */
    private Optional<PasswordUsed> mistaken(DigestAnswer answer, String number, SecretBook book) {
        Map<String, List<String>> beside = new LinkedHashMap<>();
        beside.put("its own number", List.of(number));
        beside.put("its authentication user", List.of(answer.username()));
        beside.put("the realm", List.of(answer.realm()));
        book.beside(number).forEach((what, value) -> beside.put(what, List.of(value)));
        beside.put("what phones come with", USUAL);
        return beside.entrySet().stream()
                .filter(e -> e.getValue().stream().anyMatch(fits))
                .map(e -> new PasswordUsed.Mistaken(e.getKey()))
                .findFirst()
                .map(PasswordUsed.class::cast);
    }

    private Optional<PasswordUsed> slipped(String number, SecretBook book) {
        return book.current(number).flatMap(p -> first(p, Slips.of(p))).map(PasswordUsed.Damaged::new);
    }

    /** One damage, of those that are not of a single character where the domain is large. */
    private Optional<PasswordUsed> damagedOther(String number, SecretBook book) {
        int most = tried.get() + MOST_DAMAGED;
        for (String earlier : book.earlier(number)) {
            List<Damage> all = new ArrayList<>(Damage.of(earlier));
            all.addAll(Slips.of(earlier));
            Optional<Damage> found = first(earlier, all);
            if (found.isPresent()) {
                return Optional.of(new PasswordUsed.DamagedOther("an earlier", found.get()));
            }
        }
        for (Map.Entry<String, String> other : book.others(number).entrySet()) {
            Optional<Damage> found = first(other.getValue(), Damage.of(other.getValue()));
            if (found.isPresent()) {
                return Optional.of(new PasswordUsed.DamagedOther(other.getKey() + "’s", found.get()));
            }
            if (tried.get() > most) {
                break;
            }
        }
        return Optional.empty();
    }

    /** Two damages of the present one, one after the other. */
    private Optional<PasswordUsed> twice(String number, SecretBook book) {
        Optional<String> current = book.current(number);
        if (current.isEmpty()) {
            return Optional.empty();
        }
        int most = tried.get() + MOST_PAIRS;
        List<Damage> all = new ArrayList<>(Damage.of(current.get()));
        all.addAll(Slips.of(current.get()));
        for (Damage one : all) {
            String damaged = one.apply().apply(current.get());
            List<Damage> then = new ArrayList<>(Damage.of(damaged));
            then.addAll(Slips.of(damaged));
            Optional<Damage> other = first(damaged, then);
            if (other.isPresent()) {
                return Optional.of(new PasswordUsed.Damaged(one.and(other.get())));
            }
            if (tried.get() > most) {
                return Optional.empty();
            }
        }
        return Optional.empty();
    }

    private Optional<Damage> first(String password, List<Damage> damages) {
        return damages.stream()
                .filter(d -> fits.test(d.apply().apply(password)))
                .findFirst();
    }
}
