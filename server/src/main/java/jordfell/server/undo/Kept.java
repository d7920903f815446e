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
            case DEVICE ->
                List.of(
                        main,
                        new Part("line", "device_id"),
                        new Part("device_state", "device_id"),
                        new Part("setting_value", name()),
                        new Part("key_layout", name()));
        };
    }

    /**
     * A table with some of the kind's rows.
     *
     * @param key the column that holds the id; for what a layer says, the layer whose owner is the id
     */
    record Part(String table, String key) {
        private boolean isSaidByALayer() {
            return table.equals("setting_value") || table.equals("key_layout");
        }

        /** Selects the rows of many ids, which are the only parameter. */
        String select() {
            return isSaidByALayer()
                    ? "select t.* from unnest(cast(? as bigint array)) as u(i) join " + table
                            + " t on t.owner = cast(u.i as varchar(40)) and t.layer = '" + key + "'"
                    : "select t.* from unnest(cast(? as bigint array)) as u(i) join " + table + " t on t." + key
                            + " = u.i";
        }

        /** Deletes the rows of one id. */
        String delete() {
            return isSaidByALayer()
                    ? "delete from " + table + " where layer = '" + key
                            + "' and owner = cast(cast(? as bigint) as varchar(40))"
                    : "delete from " + table + " where " + key + " = ?";
        }
    }
}
