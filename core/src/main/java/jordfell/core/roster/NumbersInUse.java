package jordfell.core.roster;

import java.util.Collection;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.TreeSet;

/** The extension numbers in use in one domain, asked by number and by beginning. */
public interface NumbersInUse {

    boolean contains(String number);

    /** A longer number in use that begins with this one. */
    Optional<String> longerThan(String number);

    static NumbersInUse of(Collection<String> numbers) {
        NavigableSet<String> sorted = new TreeSet<>(numbers);
        return new NumbersInUse() {
            @Override
            public boolean contains(String number) {
                return sorted.contains(number);
            }

            @Override
            public Optional<String> longerThan(String number) {
                return Optional.ofNullable(sorted.higher(number)).filter(next -> next.startsWith(number));
            }
        };
    }
}
