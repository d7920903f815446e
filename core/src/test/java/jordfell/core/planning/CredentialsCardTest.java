package jordfell.core.planning;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.core.planning.CredentialsCard.CardField;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import org.junit.jupiter.api.Test;

class CredentialsCardTest {

    private static final Domain DOMAIN = new Domain(
            1,
            "v.example",
            "v.example",
            new Domain.Expiry(60, 120, 600),
            2,
            List.of(
                    new RegistrarNode("south", "south.v.example", "192.0.2.12", 5060, 20, 1),
                    new RegistrarNode("north", "north.v.example", "192.0.2.11", 5070, 10, 1)),
            List.of());

    private static CredentialsCard card(String registrar, int portBase, String voicemail) {
        return CredentialsCard.of(1, "2416", "2416-a", DOMAIN, registrar, "UDP", "120", portBase, voicemail);
    }

    private static CardField row(CredentialsCard card, String what) {
        return card.rows().stream()
                .filter(r -> r.what().equals(what))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void standsInTheOrderOfTyping() {
        assertThat(card("v.example", 20_000, "*97").rows())
                .extracting(CardField::what)
                .containsExactly(
                        "Number",
                        "Authentication user",
                        "Password",
                        "Domain",
                        "Registrar",
                        "Port",
                        "Transport",
                        "Expiry",
                        "Local port",
                        "Voicemail",
                        "Test call");
    }

    @Test
    void holdsNoPassword() {
        assertThat(row(card("v.example", 0, ""), CredentialsCard.PASSWORD).value())
                .isEmpty();
    }

    @Test
    void theDomainItselfIsFoundBySrvAndElseTheFirstNode() {
        assertThat(row(card("v.example", 0, ""), "Registrar").hint()).contains("north.v.example");
        assertThat(row(card("v.example", 0, ""), "Port"))
                .isEqualTo(new CardField("Port", "", "empty, or 5070 without SRV"));
        assertThat(row(card("192.0.2.11", 0, ""), "Port").value()).isEqualTo("5070");
    }

    @Test
    void theSitesRuleGivesTheLocalPort() {
        assertThat(row(card("v.example", 20_000, ""), "Local port").value()).isEqualTo("22416");
        assertThat(card("v.example", 0, "").rows())
                .extracting(CardField::what)
                .doesNotContain("Local port", "Voicemail");
    }
}
