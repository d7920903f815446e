package jordfell.server.config;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;

/**
 * Where the database and its key lie: one file beside the other, readable by their owner alone.
 *
 * @param base both files' path without their endings, absolute
 */
public record DataPlace(Path base) {

    /** What H2 puts behind a database's name. */
    private static final String DATABASE_ENDING = ".mv.db";

    private static final Set<PosixFilePermission> OWNER_ONLY = PosixFilePermissions.fromString("rw-------");

    /** A database in memory has no place. */
    public static boolean isInMemory(String data) {
        return data.startsWith("mem:");
    }

    /** The place that a setting names; a relative one is taken from the folder in which the program was started. */
    public static DataPlace of(String data) {
        // The database's address is divided by semicolons, and takes no other sign for one.
        if (data.isBlank() || data.indexOf(';') >= 0) {
            throw new CannotStartException("“" + data
                    + "” can’t name the data’s place: name a file without a semicolon, such as data/jordfell.");
        }
        return new DataPlace(Path.of(data).toAbsolutePath().normalize());
    }

    public Path database() {
        return Path.of(base + DATABASE_ENDING);
    }

    public Path key() {
        return Path.of(base + ".key");
    }

    /** Lies here while a demo plays its past for the first time: nobody has signed in yet, and half of a fleet is no demo. */
    private Path unfinished() {
        return Path.of(base + ".unfinished");
    }

    /** The demo’s past begins to be played. */
    public void beginsDemo() throws IOException {
        Files.writeString(unfinished(), "The demo’s past is being played; should that be cut off, it begins anew.\n");
    }

    /** The demo is whole. */
    public void hasDemo() throws IOException {
        Files.deleteIfExists(unfinished());
    }

    /** Clears what a start left behind that was cut off while it made the demo; true if there was anything. */
    public boolean clearCutOffDemo() {
        if (!Files.exists(unfinished())) {
            return false;
        }
        try {
            Files.deleteIfExists(database());
            Files.delete(unfinished());
            return true;
        } catch (IOException e) {
            throw new CannotStartException("The start before was cut off while it made the demo, and " + database()
                    + " can’t be removed to make it anew (" + e.getClass().getSimpleName() + "). Remove it by hand.");
        }
    }

    /** Whether a database lies here. */
    public boolean isTaken() {
        try {
            return Files.exists(database()) && Files.size(database()) > 0;
        } catch (IOException e) {
            return true;
        }
    }

    /**
     * Makes the folder where it is missing, and the database's file so that only its owner reads it.
     *
     * @throws CannotStartException when the folder can't be made or written
     */
    public void prepare() {
        Path folder = base.getParent();
        try {
            Files.createDirectories(folder);
            Path probe = Files.createTempFile(folder, "jordfell", ".probe");
            Files.delete(probe);
            if (!Files.exists(database())) {
                Files.createFile(database(), PosixFilePermissions.asFileAttribute(OWNER_ONLY));
            }
            Files.setPosixFilePermissions(database(), OWNER_ONLY);
        } catch (IOException | SecurityException e) {
            throw new CannotStartException("The data folder " + folder + " can’t be written ("
                    + e.getClass().getSimpleName() + "). Give it to " + System.getProperty("user.name")
                    + ", or name another with JORDFELL_DATA.");
        }
    }
}
