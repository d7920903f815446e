package jordfell.core.settings;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/**
 * Reads {@code catalogue.csv}: one setting a line, with its type as {@link SettingType#of} reads it. A question mark after
 * the type says that the value may be empty; a dash as usual value, that some layer must give one.
 */
final class CatalogueFile {

    private static final String NO_USUAL_VALUE = "-";

    private CatalogueFile() {}

    static List<Setting> read() {
        try (InputStream in = CatalogueFile.class.getResourceAsStream("catalogue.csv")) {
            if (in == null) {
                throw new IllegalStateException("catalogue.csv is not on the class path");
            }
            CSVFormat format = CSVFormat.RFC4180
                    .builder()
                    .setHeader()
                    .setSkipHeaderRecord(true)
                    .get();
            return format.parse(new InputStreamReader(in, StandardCharsets.UTF_8)).stream()
                    .map(CatalogueFile::setting)
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Setting setting(CSVRecord row) {
        String type = row.get("type");
        String usual = row.get("usual");
        String kind = type.split(" ", 2)[0];
        return new Setting(
                row.get("key"),
                row.get("label"),
                Setting.Scope.valueOf(row.get("scope").toUpperCase(java.util.Locale.ROOT)),
                SettingType.of(type.replaceFirst("\\?", "")),
                kind.endsWith("?"),
                usual.equals(NO_USUAL_VALUE) ? Optional.empty() : Optional.of(usual),
                !row.get("restart").isEmpty(),
                row.get("purpose"));
    }
}
