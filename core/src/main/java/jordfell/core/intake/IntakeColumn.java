package jordfell.core.intake;

import com.google.common.collect.ImmutableList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.table.ColumnGuess;

/** The columns of the grid, with the headings under which people bring them. */
public enum IntakeColumn {
    /** The MAC in any form, a claim code, or {@code claim} to have one made. */
    DEVICE(
            "device",
            "MAC",
            "mac-adresse",
            "mac-adress",
            "mac-osoite",
            "mac-adres",
            "adresse mac",
            "dirección mac",
            "hardware-adresse",
            "gerät",
            "enhet",
            "enhed",
            "laite",
            "apparaat",
            "toestel",
            "appareil",
            "dispositivo",
            "mac address",
            "macaddress",
            "hardware address",
            "ethernet",
            "claim code",
            "claim"),
    SERIAL(
            "serial",
            "Serial",
            "seriennummer",
            "serienr",
            "sarjanumero",
            "numéro de série",
            "n° de série",
            "número de serie",
            "serial number",
            "serial no",
            "sn",
            "s/n",
            "serienummer"),
    MODEL(
            "model",
            "Model",
            "modell",
            "malli",
            "modèle",
            "modelo",
            "typ",
            "tyyppi",
            "gerätetyp",
            "type",
            "phone",
            "phone model",
            "product",
            "device model",
            "article"),
    SITE(
            "site",
            "Site",
            "ort",
            "plats",
            "sted",
            "lokation",
            "sijainti",
            "toimipaikka",
            "locatie",
            "vestiging",
            "lieu",
            "emplacement",
            "sede",
            "ubicación",
            "sitio",
            "location",
            "building",
            "place of use",
            "office",
            "standort"),
    LABEL(
            "label",
            "Label",
            "bezeichnung",
            "beschreibung",
            "raum",
            "zimmer",
            "beteckning",
            "benämning",
            "rum",
            "betegnelse",
            "rom",
            "huone",
            "nimike",
            "omschrijving",
            "kamer",
            "libellé",
            "désignation",
            "salle",
            "descripción",
            "etiqueta",
            "description",
            "desk",
            "room",
            "place",
            "device name"),
    PERSON(
            "person",
            "Person",
            "mitarbeiter",
            "benutzer",
            "namn",
            "användare",
            "navn",
            "bruger",
            "bruker",
            "nimi",
            "käyttäjä",
            "naam",
            "gebruiker",
            "nom",
            "utilisateur",
            "nombre",
            "usuario",
            "name",
            "user",
            "employee",
            "full name",
            "user name",
            "who"),
    EXTENSION(
            "extension",
            "Ext.",
            "durchwahl",
            "nebenstelle",
            "anknytning",
            "internnummer",
            "lokalnummer",
            "alanumero",
            "toestelnummer",
            "doorkiesnummer",
            "poste",
            "numéro de poste",
            "extensión",
            "interno",
            "ext",
            "number",
            "extension number",
            "internal number",
            "line 1",
            "dn"),
    SECOND_LINE("secondLine", "2nd line", "second line", "second extension", "2nd ext", "2nd ext.", "line 2", "ext 2"),
    TEMPLATE("template", "Template", "profile", "layout"),
    KIT("kit", "Kit", "role", "job", "function"),
    NOTE(
            "note",
            "Note",
            "notiz",
            "bemerkung",
            "anmerkung",
            "anteckning",
            "anmärkning",
            "bemærkning",
            "merknad",
            "huomautus",
            "opmerking",
            "remarque",
            "commentaire",
            "nota",
            "observaciones",
            "notes",
            "remark",
            "remarks",
            "comment"),
    /** What to do with a row that says something else than the records: {@code take} or {@code leave}. */
    DECISION("decision", "Decision");

    private static final Pattern NUMBER = Pattern.compile("[0-9]{2,7}");

    private final String field;
    private final String heading;
    private final ImmutableList<String> aliases;

    IntakeColumn(String field, String heading, String... aliases) {
        this.field = field;
        this.heading = heading;
        this.aliases = ImmutableList.copyOf(aliases);
    }

    /** Its name outside: {@code secondLine}. */
    public String field() {
        return field;
    }

    /** What stands above it. */
    public String heading() {
        return heading;
    }

    public static Optional<IntakeColumn> named(String field) {
        return Arrays.stream(values()).filter(c -> c.field.equals(field)).findFirst();
    }

    /** How each column is told by its heading or by what stands in it. */
    public static List<ColumnGuess> guesses() {
        return Arrays.stream(values())
                .filter(c -> c != DECISION)
                .map(c -> new ColumnGuess(c.field, c.headings(), c.looks()))
                .toList();
    }

    private List<String> headings() {
        List<String> all = new ArrayList<>(aliases);
        all.add(field);
        all.add(heading.toLowerCase(Locale.ROOT));
        return all;
    }

    private Predicate<String> looks() {
        return switch (this) {
            case DEVICE -> cell -> MacReader.read(cell) instanceof MacReading.Valid;
            case EXTENSION, SECOND_LINE -> NUMBER.asMatchPredicate();
            case PERSON -> cell -> cell.matches("\\p{Lu}[\\p{L}.'’-]+( [\\p{L}.'’-]+)+");
            default -> cell -> false;
        };
    }
}
