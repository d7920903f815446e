package jordfell.lab.registrar;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.registrar.RegistrarEvent.ContactPinged;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is bound, for how long, and how it ends. */
class BindingsTest extends RegistrarFixture {

    @ParameterizedTest
    @CsvSource({"60, 60", "300, 300", "600, 600", "86400, 600"})
    void grantsNoMoreThanTheLongest(String asked, String granted) {
        SipMessage ok = registerRightly("<sip:a@192.0.2.101>", "Expires", asked);
        assertThat(SipHeaders.contacts(ok).get(0).param("expires")).hasValue(granted);
    }

    @Test
    void refusesTooShortAnExpiryAndSaysTheShortest() {
        SipMessage refused = registerRightly("<sip:a@192.0.2.101>", "Expires", "59");
        assertThat(refused.status()).isEqualTo(423);
        assertThat(refused.first("Min-Expires")).hasValue("60");
    }

    @Test
    void contactsOwnWishGoesBeforeTheMessages() {
        SipMessage ok = registerRightly("<sip:a@192.0.2.101>;expires=100", "Expires", "500");
        assertThat(SipHeaders.contacts(ok).get(0).param("expires")).hasValue("100");
    }

    @Test
    void refreshesTheSameContactAndEndsItWhenItsTimeIsOver() {
        registerRightly("<sip:a@192.0.2.101>", "Expires", "100");
        registerRightly("<sip:a@192.0.2.101>", "Expires", "100");
        assertThat(changes()).containsExactly(Change.REFRESHED);
        now = now.plusSeconds(99);
        last = registrar.tick(now);
        assertThat(changes()).isEmpty();
        now = now.plusSeconds(1);
        last = registrar.tick(now);
        assertThat(changes()).containsExactly(Change.EXPIRED);
    }

    @Test
    void unregistersOneContactOrAll() {
        registerRightly("<sip:a@192.0.2.101>");
        registerRightly("<sip:b@192.0.2.102>");
        registerRightly("<sip:a@192.0.2.101>;expires=0");
        assertThat(changes()).containsExactly(Change.REMOVED);
        SipMessage ok = registerRightly("*", "Expires", "0");
        assertThat(ok.status()).isEqualTo(200);
        assertThat(ok.all("Contact")).isEmpty();
        assertThat(changes()).containsExactly(Change.REMOVED);
    }

    @Test
    void starNeedsExpiryZeroAndStandsAlone() {
        assertThat(registerRightly("*").status()).isEqualTo(400);
        assertThat(registerRightly("*, <sip:a@b>", "Expires", "0").status()).isEqualTo(400);
    }

    @Test
    void oneContactTooManyIsRefusedAndHarmsNone() {
        registerRightly("<sip:a@192.0.2.101>");
        registerRightly("<sip:b@192.0.2.102>");
        SipMessage refused = registerRightly("<sip:c@192.0.2.103>");
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.first("Warning"))
                .hasValueSatisfying(w -> assertThat(w).contains("2 contacts"));
        assertThat(registerRightly("<sip:a@192.0.2.101>").status()).isEqualTo(200);
    }

    @Test
    void sameInstanceAtANewAddressReplacesItself() {
        String instance = ";+sip.instance=\"<urn:uuid:00000000-0000-1000-8000-024b7a00531c>\"";
        registerRightly("<sip:a@192.0.2.101>" + instance);
        SipMessage ok = registerRightly("<sip:a@192.0.2.202>" + instance);
        assertThat(changes()).containsExactly(Change.REFRESHED);
        assertThat(SipHeaders.contacts(ok))
                .singleElement()
                .satisfies(c -> assertThat(c.host()).isEqualTo("192.0.2.202"));
    }

    @Test
    void withoutContactItListsTheBindings() {
        registerRightly("<sip:a@192.0.2.101>");
        SipMessage query = register("2416", "x");
        query = query.withoutFirst("Contact");
        DigestChallenge asked = challenge(send(query), DigestAlgorithm.MD5);
        SipMessage ok = send(answered(query.replacing("CSeq", ++cseq + " REGISTER"), asked, "2416-a", "right", 1));
        assertThat(SipHeaders.contacts(ok)).hasSize(1);
        assertThat(changes()).isEmpty();
    }

    @Test
    void contactsAreAskedWhetherTheyAreThere() {
        registerRightly("<sip:2416@192.0.2.101>");
        now = now.plusSeconds(3);
        last = registrar.tick(now);
        SipMessage options = last.sends().get(0).message();
        assertThat(options.method()).isEqualTo("OPTIONS");
        last = server.handle("north", Responses.to(options, PHONE, 200), PHONE, now);
        assertThat(last.events())
                .singleElement()
                .satisfies(e -> assertThat(((ContactPinged) e).answered()).isTrue());
    }

    @Test
    void anUnansweredQuestionIsAskedAgainBeforeItIsGivenUp() {
        registerRightly("<sip:2416@192.0.2.101>");
        now = now.plusSeconds(3);
        SipMessage first = registrar.tick(now).sends().get(0).message();
        List<Integer> askedAfter = new ArrayList<>();
        for (int second = 1; second <= 15; second++) {
            now = now.plusSeconds(1);
            last = registrar.tick(now);
            if (!last.sends().isEmpty()) {
                askedAfter.add(second);
                assertThat(last.sends().get(0).message().text()).isEqualTo(first.text());
            }
        }
        assertThat(askedAfter).containsExactly(1, 3, 7, 11);
        assertThat(last.events())
                .singleElement()
                .satisfies(e -> assertThat(((ContactPinged) e).answered()).isFalse());
    }

    @Test
    void noticeOfANewConfigurationGoesToEveryContact() {
        registerRightly("<sip:a@192.0.2.101>");
        registerRightly("<sip:b@192.0.2.102>");
        assertThat(registrar
                        .notifyProfile(DOMAIN, "2416", Optional.empty(), false, now)
                        .sends())
                .hasSize(2)
                .allSatisfy(out -> assertThat(out.message().first("Event"))
                        .hasValueSatisfying(e -> assertThat(e).startsWith("ua-profile")));
        assertThat(registrar
                        .notifyProfile(DOMAIN, "2417", Optional.empty(), false, now)
                        .sends())
                .isEmpty();
    }
}
