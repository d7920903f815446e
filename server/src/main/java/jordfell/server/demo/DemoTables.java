package jordfell.server.demo;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.Predicate;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/** The tables of the scenario, as they lie beside the product. */
final class DemoTables {

    private DemoTables() {}

    /** Whether a row is of a phone that stands so. */
    static Predicate<CSVRecord> standing(String state) {
        return row -> row.get("state").equals(state);
    }

    static List<CSVRecord> records(String file) {
        try (var in = DemoTables.class.getResourceAsStream("/demo/" + file)) {
            if (in == null) {
                throw new IllegalStateException("/demo/" + file + " is missing");
            }
            return CSVFormat.RFC4180
                    .builder()
                    .setHeader()
                    .setSkipHeaderRecord(true)
                    .get()
                    .parse(new InputStreamReader(in, StandardCharsets.UTF_8))
                    .getRecords();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
