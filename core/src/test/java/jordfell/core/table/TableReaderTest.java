package jordfell.core.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import jordfell.core.table.TableReading.Line;
import jordfell.core.table.TableReading.Refused;
import jordfell.core.table.TableReading.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TableReaderTest {

    private static final String TEXT = "MAC;Name\n024b7a000001;Ida Sørvik\n";

    private static Table table(byte[] bytes) {
        return (Table) TableReader.read(bytes);
    }

    private static Refused refused(byte[] bytes) {
        return (Refused) TableReader.read(bytes);
    }

    private static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @ParameterizedTest
    @CsvSource({
        "UTF-8, UTF-8, ''",
        "UTF-8, UTF-8, EFBBBF",
        "ISO-8859-1, Latin-1, ''",
        "windows-1252, Latin-1, ''",
        "UTF-16LE, UTF-16, FFFE",
        "UTF-16BE, UTF-16, FEFF",
        "UTF-16LE, UTF-16, ''",
        "UTF-16BE, UTF-16, ''"
    })
    void readsEveryEncodingThatSpreadsheetsWrite(String charset, String told, String mark) {
        byte[] body = TEXT.getBytes(Charset.forName(charset));
        byte[] first = java.util.HexFormat.of().parseHex(mark);
        byte[] bytes = new byte[first.length + body.length];
        System.arraycopy(first, 0, bytes, 0, first.length);
        System.arraycopy(body, 0, bytes, first.length, body.length);
        assertThat(table(bytes).encoding()).isEqualTo(told);
        assertThat(table(bytes).records().get(1).cells()).containsExactly("024b7a000001", "Ida Sørvik");
    }

    @ParameterizedTest
    @ValueSource(strings = {"a;b,c;d\ne;f;g", "a\tb\tc\nd\te\tf", "a,b,c\nd,\"e;e\",f", "one\ntwo"})
    void findsTheDelimiter(String text) {
        Table table = table(utf8(text));
        assertThat(table.records())
                .allSatisfy(line -> assertThat(line.cells())
                        .hasSameSizeAs(table.records().get(0).cells()));
        assertThat(table.records().get(0).cells().get(0)).doesNotContain("\t", ";");
    }

    @Test
    void keepsTheLineThatARowBeginsOn() {
        Table table = table(utf8("a;b\n\n\"two\nlines\";x\nlast;y\n"));
        assertThat(table.records()).extracting(Line::number).containsExactly(1L, 3L, 5L);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "''|The file is empty",
                "89504e470d0a1a0a|This is a PNG picture, whatever its name says.",
                "504b0304|This is an archive or a spreadsheet program’s own file",
                "0001020304050607|These bytes are not text.",
                "0a0a20|The file has no row with anything in it."
            })
    void saysWhyAFileIsNoTable(String hex, String reason) {
        assertThat(refused(java.util.HexFormat.of().parseHex(hex)).reason()).startsWith(reason);
    }

    @Test
    void namesTheLineOfAQuoteThatIsNeverClosed() {
        Refused refused = refused(utf8("a;b\nc;\"d\ne;f\ng;h\n"));
        assertThat(refused.reason()).isEqualTo("A quote is opened on line 2 and never closed.");
    }

    @Test
    void refusesWhatIsTooLargeUnread() {
        assertThat(refused(new byte[TableReader.MOST_BYTES + 1]).reason()).isEqualTo("The file has 25.2 MB.");
        assertThat(refused(utf8(";".repeat(TableReader.MOST_COLUMNS + 1))).reason())
                .contains("62 columns");
        assertThat(refused(utf8("a;" + "x".repeat(10_001))).reason()).startsWith("Line 1, column 2 has 10001");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "=cmd|' /C calc'!A0",
                "+999 55 01",
                "-1",
                "@SUM(A1)",
                "'=quoted",
                "''",
                "plain",
                "with \"quotes\", commas",
                "two\nlines",
                "Ø & <b>; #"
            })
    void whatIsWrittenIsHarmlessAndReadsBackUnchanged(String text) {
        String csv = TableWriter.write(List.of("Heading", "Other"), List.of(List.of(text, "x")));
        assertThat(csv.lines().toList().get(1)).doesNotMatch("^\"?[=+@-].*");
        assertThat(table(utf8(csv)).records().get(1).cells()).containsExactly(text, "x");
    }

    @Test
    void guessesColumnsByHeadingOrContent() {
        List<ColumnGuess> fields = List.of(
                new ColumnGuess("device", List.of("MAC", "mac address"), c -> c.matches("[0-9a-f]{12}")),
                new ColumnGuess("person", List.of("name"), c -> false));
        assertThat(ColumnGuess.of(table(utf8("Navn;Name;MAC-Address\nx;y;z")).records(), fields))
                .isEqualTo(new ColumnGuess.Guessed(true, List.of("", "person", "device")));
        assertThat(ColumnGuess.of(table(utf8("x;024b7a000001\ny;024b7a000002")).records(), fields))
                .isEqualTo(new ColumnGuess.Guessed(false, List.of("", "device")));
    }

    @Test
    void headingsMayStandBelowATitle() {
        List<ColumnGuess> fields = List.of(
                new ColumnGuess("device", List.of("mac"), c -> c.matches("[0-9a-f]{12}")),
                new ColumnGuess("person", List.of("name"), c -> false));
        List<TableReading.Line> rows = table(
                        utf8("Delivery of 3 March\n\nfor;the pier\nName;MAC;Price\nx;024b7a000001;9"))
                .records();
        assertThat(ColumnGuess.of(rows, fields))
                .isEqualTo(new ColumnGuess.Guessed(true, List.of("person", "device", "")));
        assertThat(ColumnGuess.headingRow(rows, fields)).isEqualTo(2);
    }

    @Test
    void columnUnderAnUnknownHeadingIsToldByItsContent() {
        List<ColumnGuess> fields = List.of(
                new ColumnGuess("device", List.of("mac"), c -> c.matches("[0-9a-f]{12}")),
                new ColumnGuess("person", List.of("name"), c -> false),
                new ColumnGuess("label", List.of("desk"), c -> false));
        assertThat(ColumnGuess.of(
                        table(utf8("Name;Desk;Hardware\nx;y;024b7a000001\nx;y;024b7a000002"))
                                .records(),
                        fields))
                .isEqualTo(new ColumnGuess.Guessed(true, List.of("person", "label", "device")));
    }

    @ParameterizedTest
    @CsvSource({"windows-1252, Latin-1", "IBM850, DOS", "x-MacRoman, Mac"})
    void bytesThatAreNoUtf8AreShownInEveryReading(String charset, String right) {
        byte[] bytes = "MAC;Name\n024b7a000001;Åsa Öst\n".getBytes(Charset.forName(charset));
        List<TableReading.Reading> readings = TableReader.readings(bytes);
        assertThat(readings).hasSize(3);
        assertThat(readings)
                .filteredOn(r -> r.sample().contains("Åsa Öst"))
                .extracting(TableReading.Reading::encoding)
                .containsExactly(right);
        assertThat(((Table) TableReader.read(bytes, right)).records().get(1).cells())
                .containsExactly("024b7a000001", "Åsa Öst");
    }

    @Test
    void utf8ThatWasTakenForLatin1IsShownBothWays() {
        byte[] twice = utf8(new String(utf8("MAC;Name\nx;Åsa Öst\n"), Charset.forName("windows-1252")));
        assertThat(TableReader.readings(twice))
                .extracting(TableReading.Reading::encoding)
                .containsExactly("UTF-8", "UTF-8 twice");
        assertThat(((Table) TableReader.read(twice, "UTF-8 twice"))
                        .records()
                        .get(1)
                        .cells())
                .containsExactly("x", "Åsa Öst");
    }

    @ParameterizedTest
    @ValueSource(strings = {"MAC;Name\nx;Ida\n", "MAC;Name\nx;Åsa Öst\n", "MAC;Name\nx;SÃO PAULO\n"})
    void whatTheBytesSayThemselvesIsNotAsked(String text) {
        assertThat(TableReader.readings(utf8(text))).isEmpty();
    }
}
