package jordfell.core.render;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;

/**
 * Takes secrets out of a file that somebody is to read: at the places where they were written, and wherever their text
 * stands besides, so that a place that is off by a character shows nothing.
 */
public final class SecretMask {

    /** Shorter texts stand in a file for other reasons too; they are masked at their places alone. */
    private static final int SHORTEST_BY_VALUE = 4;

    /** Where a secret stands: line from 0, as divided by line feeds alone, first place and the place after the last. */
    public record Place(int line, int from, int to) {}

    private SecretMask() {}

    /**
     * The file with other text in place of its secrets.
     *
     * @param places where secrets were written
     * @param values secrets as they stand in the file, escaped as it escapes
     * @param instead what stands in place of a secret
     */
    public static String mask(
            String file, List<Place> places, Collection<String> values, Function<String, String> instead) {
        String[] lines = file.split("\n", -1);
        places.stream()
                .sorted(Comparator.comparingInt(Place::line)
                        .thenComparingInt(Place::from)
                        .reversed())
                .filter(place -> place.line() < lines.length)
                .forEach(place -> {
                    String line = lines[place.line()];
                    int from = Math.min(place.from(), line.length());
                    int to = Math.min(Math.max(place.to(), from), line.length());
                    String secret = line.substring(from, to);
                    if (!secret.isEmpty()) {
                        lines[place.line()] = line.substring(0, from) + instead.apply(secret) + line.substring(to);
                    }
                });
        String masked = String.join("\n", lines);
        // The longest first: one secret may hold another.
        List<String> byLength = values.stream()
                .filter(v -> v.length() >= SHORTEST_BY_VALUE)
                .distinct()
                .sorted(Comparator.comparingInt(String::length).reversed())
                .toList();
        for (String value : byLength) {
            masked = masked.replace(value, instead.apply(value));
        }
        return masked;
    }
}
