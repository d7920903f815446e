package jordfell.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.core.table.ColumnGuess;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Headings as people write them in nine languages. */
class IntakeHeadingsTest {

    private static List<String> fields(String csv) {
        TableReading.Table table = (TableReading.Table) TableReader.read(csv);
        return ColumnGuess.of(table.records(), IntakeColumn.guesses()).fields();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    MAC-Adresse;Modell;Seriennummer;Standort;Mitarbeiter;Durchwahl;Bemerkung
                    MAC-adress;Modell;Serienummer;Plats;Namn;Anknytning;Anteckning
                    MAC-adresse;Model;Serienummer;Sted;Navn;Lokalnummer;Bemærkning
                    MAC-adresse;Modell;Serienummer;Sted;Navn;Internnummer;Merknad
                    MAC-osoite;Malli;Sarjanumero;Toimipaikka;Nimi;Alanumero;Huomautus
                    MAC-adres;Model;Serienummer;Vestiging;Naam;Toestelnummer;Opmerking
                    Adresse MAC;Modèle;Numéro de série;Lieu;Nom;Poste;Remarque
                    Dirección MAC;Modelo;Número de serie;Ubicación;Nombre;Extensión;Observaciones
                    MAC address;Model;Serial number;Location;Full name;Extension;Notes
                    """)
    void commonHeadingsAreKnown(String headings) {
        assertThat(fields(headings + "\nx;x;x;x;x;x;x"))
                .containsExactly("device", "model", "serial", "site", "person", "extension", "note");
    }

    @Test
    void pricesAreNoExtensions() {
        assertThat(fields("Namn;MAC-adress;Pris;Anknytning\nx;024b7a000001;90;2431\ny;024b7a000002;95;2432"))
                .containsExactly("person", "device", "", "extension");
        assertThat(fields("Name;MAC;Price\nx;024b7a000001;90")).containsExactly("person", "device", "");
    }

    @Test
    void noHeadingIsClaimedByTwoColumns() {
        List<String> all = IntakeColumn.guesses().stream()
                .flatMap(g -> g.headings().stream().map(String::toLowerCase).distinct())
                .toList();
        assertThat(all).doesNotHaveDuplicates();
    }
}
