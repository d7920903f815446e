package jordfell.server.start;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import jordfell.server.config.CannotStartException;
import jordfell.server.config.DataPlace;
import jordfell.server.security.Sealer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What may lie, or be missing, where the data should be. */
class DataCheckTest {

    @TempDir
    private Path folder;

    @Test
    void aFreshFolderIsMadeAndItsFilesAreTheirOwnersAlone() throws Exception {
        DataPlace place = DataPlace.of(folder.resolve("new one/deeper/db").toString());
        check(place);
        for (Path file : new Path[] {place.database(), place.key()}) {
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                    .isEqualTo("rw-------");
        }
    }

    @Test
    void whatWasReadableByOthersIsClosedToThem() throws Exception {
        DataPlace place = withData();
        Files.setPosixFilePermissions(place.database(), PosixFilePermissions.fromString("rw-r--r--"));
        check(place);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(place.database())))
                .isEqualTo("rw-------");
    }

    @Test
    void aRelativePlaceIsTakenFromTheFolderOfTheStart() {
        assertThat(DataPlace.of("data/demo/jordfell").database())
                .isEqualTo(Path.of("").toAbsolutePath().resolve("data/demo/jordfell.mv.db"));
    }

    @Test
    void aFolderThatCanNotBeWrittenIsNamed() throws Exception {
        Path file = Files.writeString(folder.resolve("a file"), "no folder");
        DataPlace place = DataPlace.of(file.resolve("db").toString());
        assertRefused(place, "The data folder " + file + " can’t be written", "JORDFELL_DATA");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", " ", "data/a;b"})
    void aPlaceThatTheDatabaseCanNotNameIsRefused(String data) {
        assertThatThrownBy(() -> DataPlace.of(data)).isInstanceOf(CannotStartException.class);
    }

    @Test
    void aMissingKeyIsNotReplacedInSilence() throws Exception {
        DataPlace place = withData();
        Files.delete(place.key());
        assertRefused(place, "The key " + place.key() + " is missing", "Put it back");
        assertThat(place.key()).doesNotExist();
    }

    @Test
    void aKeyOfAnotherDatabaseIsTold() throws Exception {
        DataPlace place = withData();
        Files.writeString(place.key(), "ab".repeat(32));
        assertRefused(place, "doesn’t fit the database", "Put the key back");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "not a key", "abcd"})
    void aFileThatHoldsNoKeyIsTold(String text) throws Exception {
        DataPlace place = withData();
        Files.writeString(place.key(), text);
        assertRefused(place, "holds no key", "64 digits");
    }

    @Test
    void aDamagedDatabaseIsTold() throws Exception {
        DataPlace place = withData();
        byte[] bytes = Files.readAllBytes(place.database());
        java.util.Arrays.fill(bytes, (byte) 'x');
        Files.write(place.database(), bytes);
        assertRefused(place, "is damaged", "move it and its key away");
    }

    @Test
    void soundDataPasses() throws Exception {
        DataPlace place = withData();
        assertThatCode(() -> check(place)).doesNotThrowAnyException();
    }

    /** A place with a database in which something is sealed. */
    private DataPlace withData() throws SQLException {
        DataPlace place = DataPlace.of(folder.resolve("db").toString());
        check(place);
        try (Connection connection = DriverManager.getConnection(url(place), "jordfell", "");
                Statement statement = connection.createStatement()) {
            statement.execute("create table extension_password (sealed varbinary(1000))");
            try (PreparedStatement insert = connection.prepareStatement("insert into extension_password values (?)")) {
                insert.setBytes(1, Sealer.of(place.key(), true).seal("tallow-hedge-0091"));
                insert.execute();
            }
        }
        return place;
    }

    private static void check(DataPlace place) {
        DataCheck.run(place, url(place));
    }

    private static String url(DataPlace place) {
        return "jdbc:h2:file:" + place.base();
    }

    private static void assertRefused(DataPlace place, String... words) {
        assertThatThrownBy(() -> check(place))
                .isInstanceOf(CannotStartException.class)
                .hasMessageContainingAll(words);
    }
}
