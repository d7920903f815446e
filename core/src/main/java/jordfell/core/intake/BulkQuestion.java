package jordfell.core.intake;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.intake.IntakeVerdict.Problem;

/**
 * A question that several rows ask, told as one; each row has an answer of its own by the same name.
 *
 * @param column where it is asked
 * @param answeredIn where answers are written
 * @param question what the problems of those rows have in common
 * @param reason what is asked, or what all those rows ask about
 * @param hint what would be right; empty where that differs from row to row
 * @param rows how many ask
 * @param span what stands in the first and in the last of them; empty where all say the same
 * @param answers the names of answers that every one of them has
 */
public record BulkQuestion(
        String question,
        IntakeColumn column,
        IntakeColumn answeredIn,
        String reason,
        String hint,
        int rows,
        String span,
        List<String> answers) {

    private record Asked(IntakeRow row, Problem problem) {}

    /** All questions that can be answered, those of most rows first. */
    public static List<BulkQuestion> of(List<IntakeRow> rows, List<IntakeVerdict> verdicts) {
        Map<String, List<Asked>> byQuestion = new LinkedHashMap<>();
        for (int i = 0; i < rows.size(); i++) {
            for (Problem problem : verdicts.get(i).problems()) {
                if (!problem.question().isEmpty()) {
                    byQuestion
                            .computeIfAbsent(problem.question(), q -> new ArrayList<>())
                            .add(new Asked(rows.get(i), problem));
                }
            }
        }
        return byQuestion.values().stream()
                .map(BulkQuestion::of)
                .sorted((a, b) -> Integer.compare(b.rows(), a.rows()))
                .toList();
    }

    /** What a row’s cell is to hold when its question is answered so; empty if the row has no such answer. */
    public static Optional<String> value(IntakeVerdict verdict, String question, String answer) {
        return verdict.problems().stream()
                .filter(p -> p.question().equals(question))
                .flatMap(p -> p.offers().stream())
                .filter(o -> o.label().equals(answer))
                .map(Offer::value)
                .findFirst();
    }

    private static BulkQuestion of(List<Asked> asked) {
        Problem first = asked.get(0).problem();
        boolean sameReason = asked.stream().allMatch(a -> a.problem().reason().equals(first.reason()));
        boolean sameHint = asked.stream().allMatch(a -> a.problem().hint().equals(first.hint()));
        return new BulkQuestion(
                first.question(),
                first.column(),
                first.answeredIn(),
                sameReason ? first.reason() : common(first),
                sameHint ? first.hint() : "",
                asked.size(),
                sameReason ? "" : span(asked, first.column()),
                first.offers().stream()
                        .map(Offer::label)
                        .distinct()
                        .filter(label -> asked.stream()
                                .allMatch(a -> a.problem().offers().stream()
                                        .anyMatch(o -> o.label().equals(label))))
                        .toList());
    }

    /** What the rows of one question ask about, where each says it of something else. */
    private static String common(Problem first) {
        if (first.question().startsWith(IntakeCheck.MAKER)) {
            return "No device of this maker had such an address.";
        }
        return switch (first.question()) {
            case IntakeCheck.CHANGED -> "Enrolled already, and the row says otherwise.";
            case LinePlanner.SHARED_ROW -> "The number stands in a row before too.";
            case LinePlanner.SHARED_DEVICE -> "The number is taken, and may be on one more device.";
            case PersonCell.NAME_ORDER -> "Names are written with a comma: is the last name first?";
            case LinePlanner.REFUSED_NUMBER -> "The number can’t be given.";
            default -> first.reason();
        };
    }

    private static String span(List<Asked> asked, IntakeColumn column) {
        List<String> cells = asked.stream()
                .flatMap(a -> Stream.of(a.row().cell(column)))
                .filter(c -> !c.isEmpty())
                .distinct()
                .sorted((a, b) -> a.length() == b.length() ? a.compareTo(b) : Integer.compare(a.length(), b.length()))
                .toList();
        return switch (cells.size()) {
            case 0, 1 -> String.join("", cells);
            case 2, 3 -> String.join(" · ", cells);
            default -> cells.get(0) + " to " + cells.get(cells.size() - 1);
        };
    }
}
