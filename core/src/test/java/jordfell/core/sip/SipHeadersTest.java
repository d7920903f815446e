package jordfell.core.sip;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is read out of addresses. */
class SipHeadersTest {

    private static SipAddress contact(String value) {
        SipMessage message = SipMessage.request("REGISTER", "sip:voice.example").with("Contact", value);
        return SipHeaders.contacts(message).get(0);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "sip:2416@192.0.2.7",
                "sip:2416@192.0.2.7:5070",
                "sip:192.0.2.7",
                "sip:2416@192.0.2.7:5070;transport=tcp;ob",
                "sips:2416@phone.example:5061",
                "sip:2416@192.0.2.7?Subject=hello",
                "sip:user%20name@192.0.2.7;lr",
                "sip:2416;phone-context=x@192.0.2.7",
                "sip:2416@[2001:db8::7]:5060"
            })
    void uriIsKeptWhole(String uri) {
        assertThat(contact("<" + uri + ">;q=0.5;expires=60").uri()).isEqualTo(uri);
        assertThat(contact("\"A, B\" <" + uri + ">").uri()).isEqualTo(uri);
    }

    @ParameterizedTest
    @CsvSource({"%32416,2416", "2416,2416", "%E2%82%AC,€", "a+b,a+b", "%2A86,*86"})
    void escapedUserIsTheSameUser(String written, String user) {
        assertThat(contact("<sip:" + written + "@192.0.2.7>").user()).isEqualTo(user);
    }

    @Test
    void parametersOfTheUriAreNotThoseOfTheHeader() {
        SipAddress contact = contact("<sip:2416@192.0.2.7;transport=TCP;ob?X=a>;q=0.5");
        assertThat(contact.uriParam("transport")).hasValue("TCP");
        assertThat(contact.uriParam("ob")).hasValue("");
        assertThat(contact.uriParam("q")).isEmpty();
        assertThat(contact.param("q")).hasValue("0.5");
        assertThat(contact.param("transport")).isEmpty();
    }
}
