package jordfell.server.start;

import java.util.Optional;
import jordfell.server.config.CannotStartException;
import jordfell.server.config.DataPlace;
import jordfell.server.jdbc.DatabaseProbe;
import jordfell.server.security.Sealer;

/** Looks at what lies at the data's place before anything is started on it. */
final class DataCheck {

    private DataCheck() {}

    /**
     * Makes sure that the database can be opened and that the key beside it opens what is sealed in it.
     *
     * @param url the database's address
     * @throws CannotStartException with what stands against it
     */
    static void run(DataPlace place, String url) {
        boolean taken = place.isTaken();
        place.prepare();
        Sealer sealer = Sealer.of(place.key(), taken);
        if (!taken) {
            return;
        }
        DatabaseProbe.Found found = DatabaseProbe.look(url);
        if (found instanceof DatabaseProbe.Found.Sound sound) {
            fit(place, sealer, sound.sample());
        } else if (found instanceof DatabaseProbe.Found.InUse) {
            throw new CannotStartException("The database " + place.database()
                    + " is in use by another start of Jordfell. Stop that one, or name another place with"
                    + " JORDFELL_DATA.");
        } else {
            String why = found instanceof DatabaseProbe.Found.Closed closed
                    ? " can’t be opened (H2 says " + closed.code() + ")"
                    : " is damaged and can’t be read";
            throw new CannotStartException("The database " + place.database() + why
                    + ". Put a copy of it back, or move it and its key away to begin anew.");
        }
    }

    private static void fit(DataPlace place, Sealer sealer, Optional<byte[]> sample) {
        if (sample.isPresent() && !sealer.opens(sample.get())) {
            throw new CannotStartException("The key " + place.key() + " doesn’t fit the database " + place.database()
                    + ": it opens none of its passwords. Put the key back that belongs to it.");
        }
    }
}
