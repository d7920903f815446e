package jordfell.core.sip;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A stream parted into messages (RFC 3261 §18.3, RFC 5626 §3.5.1). */
class SipStreamTest {

    private static final String ONE = "OPTIONS sip:a SIP/2.0\r\nContent-Length: 0\r\n\r\n";
    private static final String TWO = "MESSAGE sip:a SIP/2.0\r\nl:  4\r\n\r\nhey\n";

    private static List<String> parts(SipStream stream, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        return stream.take(bytes, bytes.length).stream()
                .map(part -> part instanceof SipStream.Part.Message message
                        ? StandardCharsets.UTF_8.decode(message.bytes()).toString()
                        : part instanceof SipStream.Part.Lost lost ? "lost: " + lost.why() : "ping")
                .toList();
    }

    @Test
    void messagesEndWhereTheirLengthSays() {
        assertThat(parts(new SipStream(), ONE + TWO + ONE)).containsExactly(ONE, TWO, ONE);
    }

    /** However the network cuts it. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void piecesMakeTheSameMessages(long seed) {
        Random random = new Random(seed);
        String text = "\r\n\r\n" + ONE + "\r\n\r\n" + TWO + "\r\n" + ONE + "\r\n\r\n";
        SipStream stream = new SipStream();
        List<String> found = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            int next = Math.min(text.length(), at + 1 + random.nextInt(7));
            found.addAll(parts(stream, text.substring(at, next)));
            at = next;
        }
        assertThat(found).containsExactly("ping", ONE, "ping", TWO, ONE, "ping");
    }

    @ParameterizedTest
    @CsvSource({"'', Content-Length", "'Content-Length: x', Content-Length", "'Content-Length: 9000', more than 8192"})
    void whereTheNextBeginsIsLostWithoutALength(String header, String why) {
        String head = "OPTIONS sip:a SIP/2.0\r\n" + (header.isEmpty() ? "" : header + "\r\n") + "\r\n";
        assertThat(parts(new SipStream(), head))
                .singleElement()
                .asString()
                .startsWith("lost")
                .contains(why);
    }

    @Test
    void headersWithoutEndAreNotWaitedForForEver() {
        SipStream stream = new SipStream();
        List<String> found = new ArrayList<>();
        for (int i = 0; i < 90 && found.isEmpty(); i++) {
            found.addAll(parts(stream, "X: " + "y".repeat(100) + "\r\n"));
        }
        assertThat(found).singleElement().asString().startsWith("lost: headers of more than");
    }
}
