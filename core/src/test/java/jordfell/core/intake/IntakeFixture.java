package jordfell.core.intake;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/** Rows as they are written for these tests: {@code field=text}, separated by {@code |}. */
abstract class IntakeFixture {

    static final String MAC = "02-4B-7A-00-53-1C";
    static final String PLAIN = "device=" + MAC + "|model=k12|site=Eskvik Pier|label=Window";
    final PierRecords records = new PierRecords();

    static IntakeRow row(String written) {
        Map<IntakeColumn, String> cells = new EnumMap<>(IntakeColumn.class);
        for (String cell : written.split("\\|")) {
            String[] parts = cell.split("=", 2);
            cells.put(IntakeColumn.named(parts[0]).orElseThrow(), parts[1]);
        }
        return new IntakeRow(cells);
    }

    List<IntakeVerdict> check(String... rows) {
        return IntakeCheck.of(
                java.util.Arrays.stream(rows).map(IntakeFixture::row).toList(), records);
    }

    IntakeVerdict one(String written) {
        return check(written).get(0);
    }

    static List<String> reasons(IntakeVerdict verdict) {
        return verdict.problems().stream().map(p -> p.reason() + " " + p.hint()).toList();
    }

    static List<Integer> apart(List<IntakeVerdict> verdicts) {
        return verdicts.stream()
                .map(v -> v.plan().orElseThrow().person().orElseThrow().apart())
                .toList();
    }
}
