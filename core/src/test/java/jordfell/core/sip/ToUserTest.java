package jordfell.core.sip;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The short way to the user of a To header says what the grammar says. */
class ToUserTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<sip:2416@v.example>",
                "<sip:2416@v.example>;tag=x",
                "\"<sip:9@x>\" <sip:2416@v.example>",
                "Window <sip:2416@v.example:5062;transport=udp>",
                "sip:2416@v.example",
                "<sips:2416@v.example>",
                "<sip:v.example>",
                "<sip:24%3116@v.example>",
                "<sip:2416;x=y@v.example>",
                "nonsense",
                ""
            })
    void saysWhatTheGrammarSays(String to) {
        SipMessage message =
                new SipMessage("REGISTER sip:v.example SIP/2.0", List.of(new SipMessage.Header("t", to)), "");
        assertThat(SipHeaders.toUser(message))
                .isEqualTo(SipHeaders.to(message).map(SipAddress::user).orElse(""));
    }
}
