package jordfell.server.change;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jordfell.core.settings.LayerKind;

/** A kind of record that can be taken back as a whole, with the rows that belong to it. Later kinds point to earlier. */
public enum Kept {
    MODEL("model"),
    FAMILY("family"),
    DOMAIN("domain"),
    SITE("site"),
    TEMPLATE("template"),
    KIT("kit"),
    DIAL_LIST("dial_list"),
    PERMISSION("permission"),
    RING_GROUP("ring_group"),
    PHONEBOOK("phonebook"),
    CONTACT("contact"),
    EDITION("phonebook_edition"),
    PERSON("person"),
    EXTENSION("extension"),
    NUMBER("did"),
    DEVICE("device");

    private final String table;

    Kept(String table) {
        this.table = table;
    }

    /** The kind of record that speaks as a layer. */
    public static Kept of(LayerKind layer) {
        return valueOf(layer.name());
    }

    /** The table whose rows have this kind's ids. */
    String table() {
        return table;
    }

    /** What is told when one of its records changes. */
    Subject subject() {
        return Subject.valueOf(name());
    }

    /** Whether its records go by a short name instead of a number. */
    boolean isNamed() {
        return this == MODEL || this == FAMILY;
    }

    /** What a person calls one of its records, in SQL. */
    String title() {
        return switch (this) {
            case MODEL -> "maker || ' ' || name";
            case FAMILY, DOMAIN, SITE, TEMPLATE, KIT, DIAL_LIST, PERMISSION, PHONEBOOK, PERSON -> "name";
            case CONTACT -> "family || ' ' || given";
            case EDITION -> "'edition ' || edition";
            case EXTENSION, RING_GROUP -> "number";
            case NUMBER -> "e164";
            case DEVICE -> "label";
        };
    }

    /** The layer as which its records speak, if they do. */
    Optional<LayerKind> layer() {
        return switch (this) {
            case MODEL, DOMAIN, SITE, TEMPLATE, KIT, EXTENSION, DEVICE -> Optional.of(LayerKind.valueOf(name()));
            case FAMILY, DIAL_LIST, PERMISSION, RING_GROUP, PHONEBOOK, CONTACT, EDITION, PERSON, NUMBER ->
                Optional.empty();
        };
    }

    /** An id as the database compares it. */
    Object key(String id) {
        return isNamed() ? id : Long.valueOf(id);
    }

    List<Object> keys(Collection<String> ids) {
        return ids.stream().map(this::key).toList();
    }

    /** Its tables, the one that the others point to first. */
    List<Part> parts() {
        Part main = part(table, "id");
        return switch (this) {
            case FAMILY, CONTACT, EDITION, PERSON, NUMBER -> List.of(main);
            case PHONEBOOK ->
                List.of(main, part("phonebook_source", "phonebook_id"), part("phonebook_decision", "phonebook_id"));
            case MODEL -> List.of(main, part("model_feature", "model_id"), said("setting_value"));
            case DOMAIN ->
                List.of(
                        main,
                        part("domain_node", "domain_id"),
                        part("number_block", "domain_id"),
                        said("setting_value"));
            case DIAL_LIST -> List.of(main, part("dial_row", "list_id"));
            case PERMISSION -> List.of(main, part("permission_list", "permission_id"));
            case RING_GROUP -> List.of(main, part("ring_group_member", "group_id"));
            case SITE, KIT -> List.of(main, said("setting_value"));
            case TEMPLATE -> List.of(main, said("setting_value"), said("key_layout"));
            case EXTENSION ->
                List.of(
                        main,
                        part("extension_password", "extension_id"),
                        part("diversion", "extension_id"),
                        said("setting_value"));
            case DEVICE ->
                List.of(
                        main,
                        part("line", "device_id"),
                        part("device_state", "device_id"),
                        said("setting_value"),
                        said("key_layout"));
        };
    }

    private Part part(String of, String key) {
        return new Part(of, key, false, isNamed());
    }

    private Part said(String of) {
        return new Part(of, name(), true, isNamed());
    }

    /**
     * A table with some of the kind's rows.
     *
     * @param key the column that holds the id; for what a layer says, the layer whose owner is the id
     * @param isSaid whether it is what the record says as a layer
     * @param isNamed whether the ids are short names
     */
    record Part(String table, String key, boolean isSaid, boolean isNamed) {

        /** Selects the rows of many ids, which are the only parameter. */
        String select() {
            String many = "select t.* from unnest(cast(? as " + (isNamed ? "varchar" : "bigint")
                    + " array)) as u(i) join " + table + " t on ";
            return many
                    + (isSaid
                            ? "t.owner = cast(u.i as varchar(40)) and t.layer = '" + key + "'"
                            : "t." + key + " = u.i");
        }

        /** Deletes the rows of one id. */
        String delete() {
            return "delete from " + table
                    + (isSaid
                            ? " where layer = '" + key + "' and owner = cast(cast(? as "
                                    + (isNamed ? "varchar" : "bigint") + ") as varchar(40))"
                            : " where " + key + " = ?");
        }
    }
}
