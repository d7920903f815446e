package jordfell.core.calls;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Which numbers would lead elsewhere once something was changed. */
public final class RingChanges {

    private RingChanges() {}

    /**
     * A number whose calls would go another way.
     *
     * @param now whether a call that came now would; else one that comes when somebody is busy, or not there
     * @param was what rings as it is, in one sentence
     * @param is what would ring
     */
    public record Change(String number, boolean now, String was, String is) {}

    /** Of these numbers those that would, in their order. */
    public static List<Change> between(CallPath.Ground before, CallPath.Ground after, Collection<String> numbers) {
        return numbers.stream().flatMap(number -> change(before, after, number)).toList();
    }

    private static Stream<Change> change(CallPath.Ground before, CallPath.Ground after, String number) {
        CallStop was = CallPath.of(number, before);
        CallStop is = CallPath.of(number, after);
        return Optional.of(is)
                .filter(path -> !path.equals(was))
                .map(path ->
                        new Change(number, !rings(was).equals(rings(is)), CallSentence.of(was), CallSentence.of(is)))
                .stream();
    }

    /** Whom a call reaches, and when; whose names changed reach the same. */
    private static List<Object> rings(CallStop first) {
        Ringing ringing = Ringing.of(first);
        return List.of(
                ringing.rung().stream()
                        .map(r -> List.of(r.number(), r.device().deviceId(), r.from(), r.until()))
                        .toList(),
                ringing.alongside(),
                ringing.answering().map(CallStop::number),
                ringing.end().end());
    }
}
