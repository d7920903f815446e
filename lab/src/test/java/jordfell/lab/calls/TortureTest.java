package jordfell.lab.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.regex.Pattern;
import jordfell.core.roster.Domain.Expiry;
import jordfell.core.sip.BrokenRequest;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.watching.Messages;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * The messages of RFC 4475, each with how the registrar of example.com has to answer: those that are as they have to be are
 * read (and what they ask for is then done or not), the others are refused with the right code, or dropped where nobody can
 * be told.
 */
class TortureTest {

    private static final Pattern REPEAT = Pattern.compile("\\{REPEAT (\\S+) ([0-9]+)}");
    private static final Pattern HEX = Pattern.compile("\\{HEX ([0-9A-F]{2})}");
    private static final Map<String, String> TABLE = new TreeMap<>();

    private final SipServer server =
            new SipServer(new OneDomain(), who -> Messages.Count.NONE, (node, t) -> Exchange.NODE, new Random(1));

    /** A message of the RFC. */
    record Tortured(String name, String expected, String what, String text) {
        @Override
        public String toString() {
            return name + ": " + what;
        }
    }

    static List<Tortured> messages() throws IOException {
        String all = new String(
                TortureTest.class.getResourceAsStream("/torture/messages.txt").readAllBytes(), StandardCharsets.UTF_8);
        List<Tortured> messages = new ArrayList<>();
        for (String part : all.split("(?m)^=== ")) {
            if (!part.isEmpty()) {
                String[] head = part.substring(0, part.indexOf('\n')).split(" ", 3);
                String text = REPEAT.matcher(part.substring(part.indexOf('\n') + 1))
                        .replaceAll(m -> m.group(1).repeat(Integer.parseInt(m.group(2))));
                text = HEX.matcher(text).replaceAll(m -> String.valueOf((char) Integer.parseInt(m.group(1), 16)));
                messages.add(new Tortured(head[0], head[1], head[2], text.replace("\n", "\r\n")));
            }
        }
        return messages;
    }

    @ParameterizedTest
    @MethodSource("messages")
    void isAnsweredAsItHasToBe(Tortured message) {
        String got = answer(message.text().getBytes(StandardCharsets.UTF_8));
        TABLE.put(message.name(), got + " (" + message.what() + ")");
        assertThat(message.expected().split("\\|")).contains(got);
    }

    @AfterAll
    static void printTheTable() {
        assertThat(TABLE).hasSize(49);
        TABLE.forEach((name, got) -> System.out.printf("RFC 4475 %-10s %s%n", name, got));
    }

    private String answer(byte[] bytes) {
        Endpoint source = new Endpoint("192.0.2.77", 5060);
        Instant now = Instant.parse("2026-03-02T08:00:00Z");
        Outcome outcome = SipReader.read(bytes) instanceof SipReading.Message read
                ? server.handle("north", read.message(), source, now)
                : BrokenRequest.in(bytes)
                        .map(broken -> server.refuse("north", broken, source))
                        .orElse(Outcome.NOTHING);
        return outcome.sends().isEmpty()
                ? "drop"
                : Integer.toString(outcome.sends().get(0).message().status());
    }

    private static final class OneDomain implements Accounts {

        @Override
        public Optional<Policy> domain(String name) {
            return name.equals("example.com")
                    ? Optional.of(new Policy(name, name, new Expiry(60, 300, 600)))
                    : Optional.empty();
        }

        @Override
        public Optional<Account> find(String domain, String user) {
            return Optional.empty();
        }
    }
}
