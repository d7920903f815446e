package jordfell.server.undo;

import java.util.List;

/** A kind of record that can be taken back as a whole, with the rows that belong to it. Later kinds point to earlier. */
public enum Kept {
    KIT("kit"),
    PERSON("person"),
    EXTENSION("extension"),
    NUMBER("did"),
    DEVICE("device");

    private final String table;

    Kept(String table) {
        this.table = table;
    }

    /** The table whose rows have this kind's ids. */
    String table() {
        return table;
    }

    /** Its tables, the one that the others point to first. */
    List<Part> parts() {
        Part main = new Part(table, "id");
        return switch (this) {
            case KIT, PERSON, NUMBER -> List.of(main);
            case EXTENSION ->
                List.of(main, new Part("extension_password", "extension_id"), new Part("setting_value", name()));
            case DEVICE -> List.of(main, new Part("line", "device_id"), new Part("setting_value", name()));
        };
    }

    /**
     * A table with some of the kind's rows.
     *
     * @param key the column that holds the id; for setting values, the layer whose owner is the id
     */
    record Part(String table, String key) {
        /** Selects or deletes by ids, which are the only parameter. */
        String by(String verb) {
            return table.equals("setting_value")
                    ? verb + " from setting_value where layer = '" + key
                            + "' and owner in (select cast(i as varchar(40)) from unnest(cast(? as bigint array)) as u(i))"
                    : verb + " from " + table + " where " + key
                            + " in (select i from unnest(cast(? as bigint array)) as u(i))";
        }
    }
}
