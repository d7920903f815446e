package jordfell.core.sip;

import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.function.Function;

/**
 * What header values were read as lately: the same stand in message after message of a call or a registration, and each is
 * asked for several times. It holds so many and no more; what is read anew takes the place of another.
 *
 * @param <T> what they are read as, which must not change afterwards
 */
final class ReadBefore<T> {

    private static final int MOST = 8_192;

    /** Longer ones are few, and would hold much. */
    private static final int LONGEST = 512;

    private record Read<T>(String value, T as) {}

    private final AtomicReferenceArray<Read<T>> all = new AtomicReferenceArray<>(MOST);
    private final Function<String, T> reader;

    ReadBefore(Function<String, T> reader) {
        this.reader = reader;
    }

    T of(String value) {
        if (value.length() > LONGEST) {
            return reader.apply(value);
        }
        int hash = value.hashCode();
        int at = (hash ^ hash >>> 13) & MOST - 1;
        Read<T> before = all.get(at);
        if (before != null && before.value().equals(value)) {
            return before.as();
        }
        T as = reader.apply(value);
        all.set(at, new Read<>(value, as));
        return as;
    }
}
