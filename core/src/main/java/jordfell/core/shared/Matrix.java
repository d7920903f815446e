package jordfell.core.shared;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The fleet by two kinds of things, with how many of each are held: the eye sees what they share.
 *
 * @param rows values of the first kind, those with most held ones first
 * @param columns values of the second kind
 * @param cells of each row, of each column
 */
public record Matrix(
        Factor.Kind down, Factor.Kind across, List<String> rows, List<String> columns, List<List<Cell>> cells) {

    private static final int MOST = 6;

    /** How many of all of them are held. */
    public record Cell(int held, int all) {}

    public Matrix {
        rows = List.copyOf(rows);
        columns = List.copyOf(columns);
        cells = List.copyOf(cells);
    }

    /** Of the values that matter most: at most six down and six across. */
    public static Matrix of(
            Factor.Kind down,
            Factor.Kind across,
            List<Map<Factor.Kind, String>> held,
            List<Map<Factor.Kind, String>> rest) {
        List<String> rows = values(down, held, rest);
        List<String> columns = values(across, held, rest);
        Map<List<String>, Integer> heldAt = counts(down, across, held);
        Map<List<String>, Integer> restAt = counts(down, across, rest);
        return new Matrix(
                down,
                across,
                rows,
                columns,
                rows.stream()
                        .map(row -> columns.stream()
                                .map(column -> List.of(row, column))
                                .map(at -> new Cell(
                                        heldAt.getOrDefault(at, 0),
                                        heldAt.getOrDefault(at, 0) + restAt.getOrDefault(at, 0)))
                                .toList())
                        .toList());
    }

    private static Map<List<String>, Integer> counts(
            Factor.Kind down, Factor.Kind across, List<Map<Factor.Kind, String>> devices) {
        Map<List<String>, Integer> counts = new HashMap<>();
        devices.forEach(
                d -> counts.merge(List.of(d.getOrDefault(down, ""), d.getOrDefault(across, "")), 1, Integer::sum));
        return counts;
    }

    private static List<String> values(
            Factor.Kind kind, List<Map<Factor.Kind, String>> held, List<Map<Factor.Kind, String>> rest) {
        Map<String, Integer> heldWith = new HashMap<>();
        Map<String, Integer> allWith = new HashMap<>();
        held.forEach(d -> heldWith.merge(d.getOrDefault(kind, ""), 1, Integer::sum));
        heldWith.forEach(allWith::put);
        rest.forEach(d -> allWith.merge(d.getOrDefault(kind, ""), 1, Integer::sum));
        return allWith.keySet().stream()
                .sorted(Comparator.comparing((String v) -> -heldWith.getOrDefault(v, 0))
                        .thenComparing(v -> -allWith.getOrDefault(v, 0))
                        .thenComparing(v -> v))
                .limit(MOST)
                .toList();
    }
}
