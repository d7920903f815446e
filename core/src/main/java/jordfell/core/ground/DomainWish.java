package jordfell.core.ground;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import jordfell.core.planning.Networks;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.DomainRules;
import jordfell.core.roster.PasswordRule;
import jordfell.core.roster.Pin;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.roster.SipPassword;
import jordfell.core.settings.SettingType;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/**
 * A domain as somebody writes it. What is in lists ({@code transports}, {@code reserved}, {@code emergency}) is separated by
 * commas or blanks.
 *
 * @param expiryMin seconds, as the other two; they rise
 */
public record DomainWish(
        @Nullable String name,
        @Nullable String realm,
        int expiryMin,
        int expiryUsual,
        int expiryMax,
        int contactLimit,
        @Nullable String transports,
        int passwordShortest,
        int passwordScore,
        int outsideScore,
        int pinDigits,
        @Nullable String reserved,
        @Nullable String emergency,
        List<NodeWish> nodes,
        List<BlockWish> blocks) {

    private static final int LONGEST_NAME = 253;
    private static final int MOST_CONTACTS = 10;

    /** How SIP travels: RFC 3261 §18. */
    private static final List<String> TRANSPORTS = List.of("udp", "tcp", "tls");

    public DomainWish {
        nodes = List.copyOf(nodes);
        blocks = List.copyOf(blocks);
    }

    /** A registrar as somebody writes it. */
    public record NodeWish(
            @Nullable String name,
            @Nullable String host,
            @Nullable String address,
            int port,
            int priority,
            int weight) {}

    /** A block as somebody writes it. */
    public record BlockWish(int first, int last, @Nullable String purpose) {}

    /** The domain with this number, or all that is wrong. */
    public Checked<Domain> checked(long id) {
        FieldProblems problems = new FieldProblems();
        String host = problems.needed(name, "name", "name", LONGEST_NAME).toLowerCase(Locale.ROOT);
        if (!host.isEmpty()) {
            problems.add("name", new SettingType.Host().refuse(host), "");
        }
        String challenges = problems.needed(realm, "realm", "realm", LONGEST_NAME);
        if (expiryMin < 1 || expiryUsual < expiryMin || expiryMax < expiryUsual) {
            problems.add(
                    "expiryUsual",
                    "Expiry must rise: " + expiryMin + ", " + expiryUsual + ", " + expiryMax + ".",
                    "Shortest, usual and longest, such as 60, 3600, 7200.");
        }
        problems.between(contactLimit, 1, MOST_CONTACTS, "contactLimit", "contact limit");
        List<String> ways = ways(problems);
        problems.between(
                passwordShortest,
                SipPassword.SHORTEST_TYPED,
                SipPassword.LONGEST_TYPED,
                "passwordShortest",
                "shortest password");
        if (passwordScore < 0 || outsideScore < passwordScore || outsideScore > 4) {
            problems.add(
                    "outsideScore", "From outside at least as strong a password is needed as from inside.", "0 to 4.");
        }
        problems.between(pinDigits, Pin.SHORTEST, Pin.LONGEST, "pinDigits", "number of digits");
        Set<String> keptBack = numbers(reserved, "reserved", problems);
        Set<String> forHelp = numbers(emergency, "emergency", problems);
        nodesIn(problems);
        blocksIn(problems);
        return problems.otherwise(() -> new Domain(
                id,
                host,
                challenges,
                new Domain.Expiry(expiryMin, expiryUsual, expiryMax),
                contactLimit,
                nodes.stream()
                        .map(n -> new RegistrarNode(
                                text(n.name()), text(n.host()), text(n.address()), n.port(), n.priority(), n.weight()))
                        .toList(),
                blocks.stream()
                        .map(b -> new Block(b.first(), b.last(), text(b.purpose())))
                        .toList(),
                new DomainRules(
                        ways,
                        new PasswordRule(passwordShortest, passwordScore, outsideScore),
                        pinDigits,
                        keptBack,
                        forHelp)));
    }

    private List<String> ways(FieldProblems problems) {
        List<String> ways = parts(transports)
                .map(w -> w.toLowerCase(Locale.ROOT))
                .distinct()
                .toList();
        ways.stream()
                .filter(w -> !TRANSPORTS.contains(w))
                .findFirst()
                .ifPresent(w ->
                        problems.add("transports", "“" + w + "” is no way in which SIP travels.", "udp, tcp or tls."));
        if (ways.isEmpty()) {
            problems.add("transports", "There is no transport.", "udp, tcp or tls.");
        }
        return ways;
    }

    private void nodesIn(FieldProblems problems) {
        if (nodes.isEmpty()) {
            problems.add("nodes", "There is no registrar node.", "Give at least one.");
        }
        Set<String> names = new HashSet<>();
        for (int i = 0; i < nodes.size(); i++) {
            NodeWish n = nodes.get(i);
            String at = "nodes/" + i;
            if (text(n.name()).isEmpty() || !names.add(text(n.name()))) {
                problems.add(at, "Every node has a name of its own.", "Such as north.");
            }
            problems.add(at, new SettingType.Host().refuse(text(n.host())), "");
            if (!Networks.isAddress(text(n.address())) || n.port() < 1 || n.port() > 65_535) {
                problems.add(
                        at,
                        "“" + text(n.address()) + ":" + n.port() + "” is no address and port.",
                        "Such as 192.0.2.11 and 5060.");
            }
            // RFC 2782: both are unsigned numbers of 16 bits.
            if (n.priority() < 0 || n.priority() > 65_535 || n.weight() < 0 || n.weight() > 65_535) {
                problems.add(at, "Priority and weight go from 0 to 65535.", "Such as 10 and 50.");
            }
        }
    }

    private void blocksIn(FieldProblems problems) {
        for (int i = 0; i < blocks.size(); i++) {
            BlockWish block = blocks.get(i);
            if (!Block.isBlock(block.first(), block.last())) {
                problems.add(
                        "blocks/" + i,
                        block.first() + "–" + block.last() + " is no block.",
                        "Both ends have the same number of digits, 2 to 7, and the first is not above the last.");
            }
            blocks.subList(0, i).stream()
                    .filter(o -> o.first() <= block.last() && block.first() <= o.last())
                    .findFirst()
                    .ifPresent(o -> problems.add(
                            "blocks",
                            block.first() + "–" + block.last() + " and " + o.first() + "–" + o.last() + " overlap.",
                            "A number lies in one block only."));
        }
    }

    private static Set<String> numbers(@Nullable String list, String field, FieldProblems problems) {
        Set<String> numbers = new TreeSet<>();
        parts(list).forEach(number -> {
            if (!number.matches("[0-9]{2,7}")) {
                problems.add(field, "“" + number + "” is not 2 to 7 digits.", "Such as 112, 2999.");
            }
            numbers.add(number);
        });
        return numbers;
    }

    private static Stream<String> parts(@Nullable String list) {
        return Arrays.stream(text(list).split("[,\\s]+")).filter(t -> !t.isEmpty());
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
